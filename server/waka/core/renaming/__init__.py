"""Renaming many: a sentence says what becomes of the parts of each name, and can be found from an example."""

from .by_example import Found, explain
from .clauses import Context
from .sentence import Renamed, Sentence, SentenceError

__all__ = ["Context", "Found", "Renamed", "Sentence", "SentenceError", "explain"]
