"""The command line: the same rules as the interface, for files and scripts."""
