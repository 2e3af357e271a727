"""Gutters and pipes: whether the water falls, fits and stays clean."""
