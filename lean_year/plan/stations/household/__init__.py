"""Household: who uses how much, when and for what.

The rules are in `core/household`; what is entered, in `property/household.py`.
"""
