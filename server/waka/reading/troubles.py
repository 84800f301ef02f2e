"""What a document that cannot be read suffers from, as people are told."""

from __future__ import annotations

from waka.errors import Unreadable

TROUBLES = {
    "empty": "The file is empty: it has no bytes at all.",
    "locked": "The document asks for a password and cannot be read or shown without it.",
    "damaged": "The file is damaged or breaks off early: it cannot be shown.",
    "too_slow": "Reading this document takes too long; it was given up.",
    "too_large": "Reading this document needs more memory than is allowed; it was given up.",
}


def unreadable(trouble: str) -> Unreadable:
    """Return what says so; damaged, for a trouble that is none of ``TROUBLES``."""
    trouble = trouble if trouble in TROUBLES else "damaged"
    return Unreadable(trouble, TROUBLES[trouble])
