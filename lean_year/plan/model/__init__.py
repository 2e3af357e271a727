"""The property as the core sees it: what more than one station asks for, worked out once."""
