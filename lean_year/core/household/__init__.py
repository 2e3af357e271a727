"""Who uses how much, when, for what: people, uses, gardens."""
