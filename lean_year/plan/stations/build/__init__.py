"""Build: in what order, on which days, and what must be seen before it is covered."""
