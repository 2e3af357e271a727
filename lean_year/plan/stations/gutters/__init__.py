"""Gutters and pipes: whether the water falls, fits and stays clean.

The rules are in `core/water_path`, its pipes `core/hydraulics`; what is entered, in `property/water_path.py`.
"""
