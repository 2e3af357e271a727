"""From the gutter into the tank and out of it: gutters, screens, first flush, levels, overflow, storms."""
