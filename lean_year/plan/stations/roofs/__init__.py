"""Roofs: what catches rain, and whether it is fit for its use."""
