"""Ground: what carries the tanks."""
