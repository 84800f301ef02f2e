"""Papers with known truth, for measuring how well documents are read: made-up firms that write to the Trust."""
