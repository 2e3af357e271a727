"""Designs compared: two beside one another, one in short, one as it was sold and as it is now."""
