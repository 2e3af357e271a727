"""The report for the owner: the answer first, then the water, the works, the money, and what to do with it."""
