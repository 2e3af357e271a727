"""What a design is bought as: needs, stock as it is sold, and pieces cut from stock lengths."""
