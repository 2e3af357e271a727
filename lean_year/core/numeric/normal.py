"""The normal distribution, as far as bounds are written by it."""

NINE_IN_TEN = 1.6449
"""Standard deviations either side of the mean between which nine cases of ten lie. [-]"""
