"""A supply in use, on a day: how long its water lasts, whether it behaves, what is due."""
