"""Pictures of the report, as SVG in points of paper."""
