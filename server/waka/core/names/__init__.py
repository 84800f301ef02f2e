"""Names: the pattern language, composing, parsing, and the portability check."""

from .compose import Composed, Lack, Missing, Segment, compose
from .destination import Destination, Led, Level
from .extension import split_extension
from .on_disk import readable, to_bytes, to_text
from .parse import Parsed, Stop, parse
from .pattern import Pattern, PatternError, Style
from .portable import Finding, check_name, mend_name, name_key, numbered
from .shape import ambiguity
from .values import (
    FIELD_TYPES,
    AsWritten,
    Fields,
    FieldType,
    FieldValue,
    PartialDate,
    Parties,
    Party,
    as_text,
    fold,
)
from .veil import veiled

__all__ = [
    "FIELD_TYPES",
    "AsWritten",
    "Composed",
    "Destination",
    "FieldType",
    "FieldValue",
    "Fields",
    "Finding",
    "Lack",
    "Led",
    "Level",
    "Missing",
    "Parsed",
    "PartialDate",
    "Parties",
    "Party",
    "Pattern",
    "PatternError",
    "Segment",
    "Stop",
    "Style",
    "ambiguity",
    "as_text",
    "check_name",
    "compose",
    "fold",
    "mend_name",
    "name_key",
    "numbered",
    "parse",
    "readable",
    "split_extension",
    "to_bytes",
    "to_text",
    "veiled",
]
