"""Pattern: motifs, where they lie on a piece, what is cut from which sheet, and masks for pictures."""
