"""Formats that are recognised and that nothing is read of."""

from __future__ import annotations

from .base import Format

PPTX = Format(
    code="pptx",
    media_types=("application/vnd.openxmlformats-officedocument.presentationml.presentation",),
    extension=".pptx",
    is_packed=True,
    inside="ppt/",
)
ODS = Format(
    code="ods",
    media_types=("application/vnd.oasis.opendocument.spreadsheet",),
    extension=".ods",
    is_packed=True,
)
ODP = Format(
    code="odp",
    media_types=("application/vnd.oasis.opendocument.presentation",),
    extension=".odp",
    is_packed=True,
)
