"""Spreadsheets as answers."""

from __future__ import annotations

from collections.abc import Iterable
from urllib.parse import quote

from flask import Response, stream_with_context

MEDIA = {
    "csv": "text/csv; charset=utf-8",
    "xlsx": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
}


def spreadsheet(chunks: Iterable[bytes], name: str, form: str) -> Response:
    """Return a download called *name*; *form*: a key of ``MEDIA``."""
    answer = Response(stream_with_context(iter(chunks)), mimetype=MEDIA[form])
    answer.headers["Content-Disposition"] = f"attachment; filename*=UTF-8''{quote(name.replace('/', '-'))}"
    return answer
