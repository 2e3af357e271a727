"""What a log says: whether a supply behaves as it was designed."""
