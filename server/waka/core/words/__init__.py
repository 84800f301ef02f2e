"""Sentences for what is kept as codes and facts. The client's table is generated from this one."""

from .codes import CODES, Words, blocks
from .worded import mend_worded, worded

__all__ = ["CODES", "Words", "blocks", "mend_worded", "worded"]
