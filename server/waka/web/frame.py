"""The frame in which a formatted document stands: a page that may do nothing at all."""

from __future__ import annotations

from flask import Response

_STYLE = """
:root { color-scheme: light }
body { font: 14px/1.55 sans-serif; color: #1b2830; background: #fff; margin: 28px 32px;
       overflow-wrap: anywhere }
table { border-collapse: collapse }
td, th { border: 1px solid #d9d4c6; padding: 3px 8px; text-align: left; vertical-align: top }
img { max-width: 100% }
pre { white-space: pre-wrap; font: 13px/1.5 monospace }
mark { background: #f3dc9a }
"""


def framed(body: str, nonce: str) -> Response:
    """Return clean HTML as a page without scripts, without loads, and of no origin."""
    answer = Response(
        f'<!doctype html><html lang="en"><meta charset="utf-8"><title>Document</title>'
        f'<style nonce="{nonce}">{_STYLE}</style><body>{body}</body></html>',
        mimetype="text/html",
    )
    answer.headers["Content-Security-Policy"] = (
        f"default-src 'none'; img-src data:; style-src 'nonce-{nonce}'; frame-ancestors 'self'; sandbox"
    )
    return answer
