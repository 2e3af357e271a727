"""Pump: flow, head, pressure vessel, suction, power and top-up."""
