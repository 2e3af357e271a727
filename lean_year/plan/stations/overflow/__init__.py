"""Overflow: whether the full tank passes a downpour, and where that goes.

The rules are in `core/water_path/overflow.py`; what is entered, in `property/water_path.py`.
"""
