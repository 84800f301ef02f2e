"""Which documents can be shown formatted. By content where it tells; csv and Markdown are told by name."""

from __future__ import annotations

_OFFICE = "application/vnd.openxmlformats-officedocument."
_BY_TYPE = {
    f"{_OFFICE}wordprocessingml.document": "docx",
    f"{_OFFICE}spreadsheetml.sheet": "xlsx",
    "application/vnd.oasis.opendocument.text": "odt",
    "text/html": "html",
    "message/rfc822": "eml",
}
_BY_NAME = {"csv": "csv", "md": "md", "markdown": "md"}


def form_of(name: str, media_type: str) -> str | None:
    """Return how a document can be formatted, or None."""
    if media_type == "text/plain":
        return _BY_NAME.get(name.rpartition(".")[2].lower())
    return _BY_TYPE.get(media_type)


def has_form(name: str, media_type: str) -> bool:
    return form_of(name, media_type) is not None
