"""Treatment: what the water passes on its way to each use."""
