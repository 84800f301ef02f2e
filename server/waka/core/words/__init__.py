"""Sentences for what is kept as codes and facts. The client's table is generated from this one."""

from .codes import CODES, Words, blocks
from .titles import counted, given, named
from .worded import mend_worded, titled, worded

__all__ = ["CODES", "Words", "blocks", "counted", "given", "mend_worded", "named", "titled", "worded"]
