"""Reading and writing open formats. Units are settled here; errors name the line and what is allowed."""
