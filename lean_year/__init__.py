"""Lean Year: whole-property rainwater supplies, designed for the lean year."""

import os

# Every matrix here is small: a second thread would only wait for the first, and on a busy machine for much longer.
# Read when numpy is first imported.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")

__version__ = "0.1.0"
