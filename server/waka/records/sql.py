"""Named queries, read once from the files beside the modules.

A file holds ``-- name: find_one`` lines, each followed by a comment that says what the query is for.
"""

from __future__ import annotations

import re
from pathlib import Path
from typing import LiteralString, cast

_NAME = re.compile(r"^-- name: (\w+)\n", re.MULTILINE)


def load(file: str, columns: str = "") -> dict[str, LiteralString]:
    """Return the queries of *file* by name. They are part of the program, so literal to psycopg.

    *columns* stands in for ``{columns}``: what several queries return. Raises ``ValueError`` for a name that stands
    twice.
    """
    text = (Path(__file__).parent / f"{file}.sql").read_text().replace("{columns}", columns)
    _, *pieces = _NAME.split(text)
    names = pieces[::2]
    if twice := {name for name in names if names.count(name) > 1}:
        raise ValueError(f"{file}.sql names {', '.join(sorted(twice))} more than once")
    return {name: cast(LiteralString, body.strip()) for name, body in zip(names, pieces[1::2], strict=True)}
