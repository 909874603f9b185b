"""What is known of materials: readings, one fit for all of them, how well each is known, what to test
next."""
