"""What was filed before, and what it says of what is filed next."""
