"""The routes, one noun a file."""
