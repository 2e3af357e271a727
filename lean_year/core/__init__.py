"""The rules of the job: pure functions and frozen values in SI units.

No web, no database, no files of a person, no clock. One module per stage, named as the trade names it.
Every dimensioned name ends in its unit: `_m`, `_m2`, `_mm`, `_l`, `_l_day`, `_d`.
"""
