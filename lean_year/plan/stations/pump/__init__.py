"""Pump: flow, head, pressure vessel, suction, power and top-up.

The rules are in `core/pump`; what is entered, in `property/pump.py`.
"""
