"""Codes with facts, as JSON: written and read here for every table that keeps some."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import msgspec

from waka.core.changes.findings import Said

_encoder = msgspec.json.Encoder()


def said_json(said: Said | None) -> str | None:
    return _encoder.encode(said).decode() if said is not None else None


def said_of(kept: Mapping[str, Any] | None) -> Said | None:
    return certainly_said(kept) if kept is not None else None


def certainly_said(kept: Mapping[str, Any]) -> Said:
    return Said(code=kept["code"], facts=kept.get("facts") or {})
