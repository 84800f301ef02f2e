"""Mail (RFC 5322)."""

from __future__ import annotations

import email
import email.policy
import html
from collections.abc import Callable, Iterable, Iterator
from email.message import EmailMessage
from itertools import islice
from typing import BinaryIO

from waka.reading.entries import Entry

from .base import MOST_READ, Format
from .web_page import html_text

MOST_PARTS = 40  #: attachments that are looked at
_HEADS = (b"from:", b"received:", b"return-path:", b"mime-version:", b"message-id:",
               b"date:", b"subject:", b"to:", b"delivered-to:")  # fmt: skip


def _starts(head: bytes) -> bool:
    first = head.lstrip().split(b"\n", 1)[0].lower()
    lines = [line.lower() for line in head.splitlines()[:12]]
    return first.startswith(_HEADS) and sum(line.startswith(_HEADS) for line in lines) >= 2


def message_in(file: BinaryIO) -> EmailMessage:
    """Return the message that *file* is, whatever is wrong with it."""
    message = email.message_from_bytes(file.read(MOST_READ), policy=email.policy.default)
    assert isinstance(message, EmailMessage)
    return message


def text_of(message: EmailMessage) -> Iterator[str]:
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


def facts_of(message: EmailMessage) -> dict[str, str]:
    """Return who sent it, to whom, when and about what; the date as the sender's clock had it."""
    told = {"sort": "mail"}
    for code, header in (("who", "From"), ("to", "To"), ("what", "Subject")):
        if message[header]:
            told[code] = str(message[header])[:400]
    date = getattr(message["Date"], "datetime", None)
    if date is not None:
        told["when"] = date.date().isoformat()
    return told


def parts_of(message: EmailMessage) -> Iterator[tuple[str, bytes]]:
    for part in islice(message.iter_attachments(), MOST_PARTS):
        if part.get_content_maintype() != "multipart":
            content = part.get_payload(decode=True)
            if part.get_content_type() == "message/rfc822":
                content = bytes(part.get_content())
            if isinstance(content, bytes):
                yield part.get_filename() or part.get_content_type(), content


def _entries_of(message: EmailMessage) -> Iterator[Entry]:
    for at, (name, content) in enumerate(parts_of(message)):
        called = (
            name if "." in name else name.replace("/", " ") + (".eml" if name == "message/rfc822" else "")
        )
        yield Entry(at, called.replace("/", " ").replace("\\", " "), len(content))


def html_of(message: EmailMessage) -> Iterator[str]:
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


def mail_format(
    code: str,
    media_type: str,
    extension: str,
    opened: Callable[[BinaryIO], EmailMessage],
    starts: Callable[[bytes], bool] | None = None,
) -> Format:
    """Return the format of mails that are kept in some way. *opened*: what makes a message of a file."""

    def html(file: BinaryIO) -> Iterable[str]:
        return html_of(opened(file))

    return Format(
        code=code, media_types=(media_type,), extension=extension, starts=starts, html=html,
        text=lambda file: text_of(opened(file)),
        facts=lambda file: facts_of(opened(file)),
        parts=lambda file: parts_of(opened(file)),
        entries=lambda file: _entries_of(opened(file)),
        entry=lambda file, at: next(islice(parts_of(opened(file)), at, None))[1],
    )  # fmt: skip


FORMAT = mail_format("eml", "message/rfc822", ".eml", message_in, _starts)
