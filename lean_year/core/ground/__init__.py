"""What carries the tanks: earthworks, pads, bearing, uplift, wind."""
