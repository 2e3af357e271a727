"""Ground: what carries the tanks.

The rules are in `core/ground`; what is entered, in `property/ground.py`.
"""
