"""What makes the water fit for its use: cartridges, light, chlorine, limestone, tests."""
