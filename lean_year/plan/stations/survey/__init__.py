"""Survey: what must be seen, measured or photographed on the site before the crew leaves it."""
