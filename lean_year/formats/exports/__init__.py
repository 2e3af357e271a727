"""What goes out: models for engines, drawings."""
