"""First flush: how much is diverted, in what, drained how fast."""
