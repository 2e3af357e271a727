"""First flush: how much is diverted, in what, drained how fast.

The rules are in `core/water_path/first_flush.py`; what is entered, in `property/water_path.py`.
"""
