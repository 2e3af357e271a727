"""The store: its shapes, the replay of every recorded day, and how large it must be."""
