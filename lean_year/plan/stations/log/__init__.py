"""Log: what is written down while a supply is used, and what it says."""
