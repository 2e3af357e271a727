"""Supplies entered on the screens from nothing, with every press counted."""
