"""What fell, how far a record can be trusted, records that might have been, and downpours."""
