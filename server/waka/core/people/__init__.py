"""What is thought about people: which passwords are none."""
