"""No answer tells of a folder that stands above a seen one and is not for the person to know of."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator, Sequence
from typing import Any

from flask import Flask, Response, g

from waka.core.names import veiled

_TEXTS = ("application/json", "application/problem+json")


def register(app: Flask) -> None:
    @app.after_request
    def _veil(answer: Response) -> Response:
        person = g.get("person")
        if person is None or not person.hidden or answer.direct_passthrough:
            return answer
        if answer.mimetype in _TEXTS:
            told = _each(json.loads(answer.get_data()), person.hidden)
            answer.set_data(json.dumps(told, ensure_ascii=False))
        elif answer.mimetype == "text/csv":
            answer.response = _lines(answer.iter_encoded(), person.hidden)
        return answer


def _each(told: Any, hidden: Sequence[str]) -> Any:
    if isinstance(told, str):
        return veiled(told, hidden)
    if isinstance(told, list):
        return [_each(one, hidden) for one in told]
    if isinstance(told, dict):
        return {key: _each(one, hidden) for key, one in told.items()}
    return told


def _lines(chunks: Iterable[bytes], hidden: Sequence[str]) -> Iterator[bytes]:
    """Yield a table line by line, a path in a cell of its own begun where the person's sight does."""
    rest = b""
    for chunk in chunks:
        *whole, rest = (rest + chunk).split(b"\n")
        for line in whole:
            yield _cells(line, hidden) + b"\n"
    if rest:
        yield _cells(rest, hidden)


def _cells(line: bytes, hidden: Sequence[str]) -> bytes:
    return ",".join(veiled(cell, hidden) for cell in line.decode().split(",")).encode()
