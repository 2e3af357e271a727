"""Invented properties with invented records, to look at and to learn from."""
