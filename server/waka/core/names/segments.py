"""A name cut into the parts that lists underline."""

from __future__ import annotations

from .compose import Segment
from .extension import split_extension
from .parse import Parsed, parse, split_known
from .pattern import Pattern
from .values import Parties

REST = "rest"  #: what is no field: separators and the extension
ODD = "odd"  #: a name that does not read back by the pattern


def segments_of(name: str, pattern: Pattern, parties: Parties) -> tuple[Segment, ...]:
    """Return *name* in parts, each with its field, ``rest`` or ``odd``."""
    stem, extension = split_extension(name)
    parsed = parse(pattern, stem, parties)
    if not isinstance(parsed, Parsed):
        return tuple(Segment(t, p) for t, p in ((stem, ODD), (extension, REST)) if t)
    return with_extension(parsed.segments, extension)


def segments_of_known(name: str, pattern: Pattern, *, conforms: bool) -> tuple[Segment, ...]:
    """Return *name* in parts, believing the record whether it conforms; adjoining separators are one part."""
    stem, extension = split_extension(name)
    known = split_known(pattern, stem) if conforms else None
    if known is None:
        return tuple(Segment(t, p) for t, p in ((stem, ODD), (extension, REST)) if t)
    return with_extension(known, extension)


def with_extension(segments: tuple[Segment, ...], extension: str) -> tuple[Segment, ...]:
    shown = tuple(Segment(s.text, s.field or REST) for s in segments)
    return (*shown, Segment(extension, REST)) if extension else shown
