"""The document of a property: the one source of truth that everything else is worked out from."""
