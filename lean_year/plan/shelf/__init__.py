"""The firm's shelf against one property: what an article says of itself, taking one, keeping what stands there."""
