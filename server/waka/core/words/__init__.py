"""Sentences for what is kept as codes and facts. The client's table is generated from this one."""

from .codes import CODES, Words, blocks
from .reasons import because, by_person
from .titles import counted, given, named
from .worded import mend_worded, titled, worded

__all__ = [
    "CODES", "Words", "because", "blocks", "by_person", "counted", "given", "mend_worded", "named", "titled", "worded",
]  # fmt: skip
