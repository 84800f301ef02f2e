"""Finding records by their words."""
