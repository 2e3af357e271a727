"""What catches rain: runoff, losses, snow."""
