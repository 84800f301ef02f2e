"""How well papers are read: measured on papers with known truth, printed as docs/accuracy.md."""
