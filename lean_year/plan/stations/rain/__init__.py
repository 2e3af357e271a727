"""Rain: what fell, and how far the record can be trusted.

The rules are in `core/rain`; what is entered, in `property/document.py`.
"""
