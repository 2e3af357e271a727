"""Treatment: what the water passes on its way to each use.

The rules are in `core/treatment`; what is entered, in `property/treatment.py`.
"""
