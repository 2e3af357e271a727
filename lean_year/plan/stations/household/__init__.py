"""Household: who uses how much, when and for what."""
