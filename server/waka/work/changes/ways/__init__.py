"""Ways to propose a change: one module each. All of them come to proposals, and from there on are the same."""
