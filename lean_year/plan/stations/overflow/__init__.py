"""Overflow: whether the full tank passes a downpour, and where that goes."""
