"""Cistern: how large, and how safe that is.

The rules are in `core/cistern`, the replay of a property in `plan/model/supply.py`; what is entered, in
`property/cistern.py`.
"""
