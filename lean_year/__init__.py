"""Lean Year: whole-property rainwater supplies, designed for the lean year."""

__version__ = "0.1.0"
