"""Roofs: what catches rain, and whether it is fit for its use.

The rules are in `core/roofs`; what is entered, in `property/roofs.py`.
"""
