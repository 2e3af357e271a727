"""What every station answers with: figures, findings, notes, and the words of one property."""
