"""The visit to the site: how far what nobody has measured may lie from what stands in for it."""
