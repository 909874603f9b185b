"""What the trade knows: which layers may lie on which, what can be said of a finish, how much it takes."""
