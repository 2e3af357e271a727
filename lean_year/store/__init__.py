"""Properties, revisions and rain records in one SQLite file. Every acknowledged change is on disk."""
