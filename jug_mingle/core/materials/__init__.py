"""What stands on the shelf: kinds of material with optics and handling, and the tin in hand."""
