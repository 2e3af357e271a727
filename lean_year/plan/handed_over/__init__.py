"""What the household is left with: every valve and how it stands, what can fail, what was tested."""
