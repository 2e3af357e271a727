"""Cistern: how large, and how safe that is."""
