"""Rain records as they come: tables, station files, months, an engine's file; how each was understood."""
