"""One room a station; none knows another."""
