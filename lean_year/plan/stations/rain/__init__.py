"""Rain: what fell, and how far the record can be trusted."""
