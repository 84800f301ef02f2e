"""Mail (RFC 5322)."""

from __future__ import annotations

import email
import email.policy
import html
from collections.abc import Iterable, Iterator
from email.message import EmailMessage
from typing import BinaryIO

from .base import MOST_READ, Format
from .web_page import html_text

_HEADS = (b"from:", b"received:", b"return-path:", b"mime-version:", b"message-id:",
               b"date:", b"subject:", b"to:", b"delivered-to:")  # fmt: skip


def _starts(head: bytes) -> bool:
    first = head.lstrip().split(b"\n", 1)[0].lower()
    lines = [line.lower() for line in head.splitlines()[:12]]
    return first.startswith(_HEADS) and sum(line.startswith(_HEADS) for line in lines) >= 2


def _text(file: BinaryIO) -> Iterator[str]:
    message = email.message_from_bytes(file.read(MOST_READ), policy=email.policy.default)
    assert isinstance(message, EmailMessage)
    for header in ("From", "To", "Cc", "Date", "Subject"):
        if message[header]:
            yield f"{header}: {message[header]}"
    yield ""
    body = message.get_body(preferencelist=("plain", "html"))
    if body is not None:
        content = body.get_content()
        yield html_text(content) if body.get_content_type() == "text/html" else content
    for part in message.iter_attachments():
        yield f"Attached: {part.get_filename() or part.get_content_type()}"


def _html(file: BinaryIO) -> Iterable[str]:
    message = email.message_from_bytes(file.read(), policy=email.policy.default)
    assert isinstance(message, EmailMessage)
    yield "<table>"
    for header in ("From", "To", "Cc", "Date", "Subject"):
        if message[header]:
            yield f"<tr><th>{header}</th><td>{html.escape(str(message[header]))}</td></tr>"
    for part in message.iter_attachments():
        name = part.get_filename() or part.get_content_type()
        yield f"<tr><th>Attached</th><td>{html.escape(name)}</td></tr>"
    yield "</table><hr>"
    body = message.get_body(preferencelist=("html", "plain"))
    if body is not None:
        content = body.get_content()
        is_html = body.get_content_subtype() == "html"
        yield content if is_html else f"<pre>{html.escape(content)}</pre>"


FORMAT = Format(
    code="eml", media_types=("message/rfc822",), extension=".eml", starts=_starts, text=_text, html=_html,
)  # fmt: skip
