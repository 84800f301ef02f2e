"""Change lists: planning, settling after an interruption, reconciling."""
