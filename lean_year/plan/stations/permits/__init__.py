"""Permits: what others must agree to before something is built, as far as they have."""
