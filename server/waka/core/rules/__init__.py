"""What the team decides for itself: name patterns so far."""
