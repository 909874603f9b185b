"""What several nouns share."""
