"""Looking at a document: its pages, its text, its bytes; and reading what has not been read yet."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from dataclasses import dataclass, replace
from io import BufferedReader
from pathlib import Path

from waka.core.finding.words import mark_html, wanted
from waka.core.ids import DocumentId, PersonId
from waka.core.names import to_bytes
from waka.drive.tree import Tree
from waka.drive.trouble import trouble
from waka.drive.versions import stored_path
from waka.errors import NotFound, SourceGone, UnsafePath
from waka.reading.reader import Match
from waka.reading.troubles import unreadable
from waka.records.documents import documents, versions
from waka.records.documents.documents import Document
from waka.work.deps import Deps
from waka.work.documents import page_cache

WIDTHS = (240, 480, 960, 1440, 2160)  #: pictures are made in few sizes, so that they are made once


@dataclass(frozen=True, slots=True)
class Shown:
    """A page as a picture, and what it can be cached by."""

    jpeg: bytes
    tag: str


def find(deps: Deps, person: PersonId, number: DocumentId, version: int | None = None) -> Document:
    """Return document *number*, or what it was in an earlier *version*, by that one's id.

    Raises ``NotFound`` alike for what is hidden and what is not there.
    """
    with deps.db.transaction() as conn:
        document = documents.one(conn, number, person)
        earlier = versions.history(conn, number, person) if document and version is not None else []
    if document is None:
        raise NotFound(f"No. {number}")
    if version is None:
        return document
    chosen = next((found for found in earlier if found.id == version), None)
    if chosen is None:
        raise NotFound(f"That version of No. {number}")
    return replace(
        document, name=chosen.name, size=chosen.size, sha256=chosen.sha256, modified_ns=chosen.modified_ns,
        media_type=chosen.media_type, pages=chosen.pages, trouble=chosen.trouble, was_read=chosen.was_read,
        bin_path=stored_path(chosen.sha256), arrival_path=None,
    )  # fmt: skip


def assert_readable(document: Document) -> None:
    """Raise ``Unreadable`` for a document that is known not to be."""
    if document.trouble:
        raise unreadable(document.trouble)


def page(
    deps: Deps, person: PersonId, number: DocumentId, page: int, width: int, version: int | None = None
) -> Shown:  # fmt: skip
    """Return a page as JPEG. Raises ``NotFound``, ``Unreadable``, ``SourceGone``."""
    document = find(deps, person, number, version)
    assert_readable(document)
    if not document.pages or not 1 <= page <= document.pages:
        raise NotFound(f"Page {page} of No. {number}")
    size = next((w for w in WIDTHS if w >= width), WIDTHS[-1])
    name, tag = f"{page}-{size}.jpg", f"{document.sha256.hex()[:32]}-{page}-{size}-j"
    jpeg = page_cache.get(deps, document.sha256, name)
    if jpeg is None:
        with opened_file(deps, document) as file:
            jpeg = deps.reader.page(file, document.media_type or "", page, size)
        page_cache.put(deps, document.sha256, name, jpeg)
    return Shown(jpeg, tag)


def formatted(
    deps: Deps, person: PersonId, number: DocumentId, words: str, version: int | None = None
) -> tuple[str, int]:  # fmt: skip
    """Return a document that has no pages as clean HTML, *words* marked, and how many were.

    Raises ``NotFound``, ``Unreadable``, ``SourceGone``. What was made once is kept by checksum.
    """
    document = find(deps, person, number, version)
    assert_readable(document)
    # what a csv or a Markdown file is, its name says and not its bytes
    kind = Path(document.name).suffix.lower()
    kept = page_cache.get(deps, document.sha256, f"formatted{kind}.html")
    if kept is not None:
        html = kept.decode()
    else:
        with opened_file(deps, document) as file:
            made = deps.reader.formatted(file, document.name, document.media_type or "")
        if made is None:
            raise NotFound(f"A formatted form of No. {number}")
        html = made
        page_cache.put(deps, document.sha256, f"formatted{kind}.html", html.encode())
    return mark_html(html, wanted(words))


def matches(deps: Deps, person: PersonId, number: DocumentId, words: str) -> list[Match]:
    """Return where *words* stand on a document's pages. Raises as ``page``."""
    document = find(deps, person, number)
    assert_readable(document)
    with opened_file(deps, document) as file:
        return deps.reader.matches(file, document.media_type or "", words)


def text(deps: Deps, person: PersonId, number: DocumentId, version: int | None = None, *, most: int) -> str:
    """Return the first *most* characters that were read from a document. Raises ``NotFound``, ``Unreadable``."""
    document = find(deps, person, number, version)
    assert_readable(document)
    with deps.db.transaction() as conn:
        return documents.text(conn, document.sha256, most) or ""


@contextmanager
def content(
    deps: Deps, person: PersonId, number: DocumentId, version: int | None = None
) -> Iterator[tuple[Document, BufferedReader]]:  # fmt: skip
    """Yield a document and its open file. Raises ``NotFound``, ``SourceGone``."""
    document = find(deps, person, number, version)
    with opened_file(deps, document) as file:
        yield document, file


def taken_along(
    deps: Deps, person: PersonId, number: DocumentId, version: int | None = None
) -> tuple[Document, BufferedReader, int]:
    """Return a document, its file for the caller to close, and how large that very file is. Raises as ``content``."""
    with content(deps, person, number, version) as (document, file):
        own = open(os.dup(file.fileno()), "rb")  # noqa: PTH123, SIM115 - a descriptor; it outlives this function
        return document, own, os.fstat(own.fileno()).st_size


def place_in_drive(deps: Deps, document: Document) -> bytes | None:
    """Return a document's path beneath the drive's root; None where it does not stand in the drive."""
    tree, path = _place(deps, document)
    return path if tree is deps.drive else None


@contextmanager
def opened_file(deps: Deps, document: Document) -> Iterator[BufferedReader]:
    """Yield a document's open file, reached without following any link. Raises ``SourceGone``."""
    tree, path = _place(deps, document)
    with ExitStack() as opened:
        try:
            file = opened.enter_context(tree.reading(path))
        except (FileNotFoundError, UnsafePath, NotADirectoryError) as error:
            raise SourceGone(document.name, document.id) from error
        except OSError as error:
            raise trouble(f"“{document.name}” cannot be read", error) from error
        yield file


def _place(deps: Deps, document: Document) -> tuple[Tree, bytes]:
    if document.arrival_path is not None:
        return deps.arrivals, document.arrival_path
    if document.bin_path is not None:
        return deps.drive, document.bin_path
    return deps.drive, to_bytes(joined(document.folder_path, document.name))


def joined(folder: str | None, name: str) -> str:
    return f"{folder}/{name}" if folder else name
