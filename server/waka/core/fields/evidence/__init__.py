"""Fields read from the words of a page, each with the place where it stands."""
