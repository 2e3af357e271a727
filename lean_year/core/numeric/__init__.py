"""Numerical methods that know nothing of water."""
