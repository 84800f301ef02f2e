"""Files in an arrival: looked at before anything is unpacked, then taken out, each as an arrival of its own."""

from __future__ import annotations

import shutil
from collections.abc import Sequence
from dataclasses import dataclass

from waka.core.ids import DocumentId, PersonId
from waka.errors import BadRequest, TooLarge
from waka.reading.entries import Refused
from waka.records.desk import arrivals
from waka.records.documents.documents import Document
from waka.work.deps import Deps
from waka.work.documents.looking import assert_readable, opened_file

from .arriving import add_beside
from .uploading import KEPT_FREE
from .waiting import assert_loose, assert_may_hand_in, waiting

HOLDERS = ("application/zip", "message/rfc822", "application/vnd.ms-outlook", "application/mbox")


@dataclass(frozen=True, slots=True, kw_only=True)
class Held:
    """A file in an arrival."""

    at: int
    name: str  #: with its folders there
    size: int
    refused: Refused | None
    is_out: bool  #: it was taken out already


def inside(deps: Deps, person: PersonId, number: DocumentId) -> list[Held]:
    """Return the files in an arrival; [] where it holds none. Raises ``NotFound``, ``Unreadable``."""
    return _inside(deps, waiting(deps, person, number))


def _inside(deps: Deps, document: Document) -> list[Held]:
    if document.media_type not in HOLDERS:
        return []
    assert_readable(document)
    with deps.db.transaction() as conn:
        out = arrivals.taken_out(conn, document.id)
    with opened_file(deps, document) as file:
        entries = deps.reader.entries(file, document.media_type)
    return [
        Held(at=one.at, name=one.name, size=one.size, refused=one.refused, is_out=one.at in out)
        for one in entries
    ]


def take_out(deps: Deps, person: PersonId, number: DocumentId, places: Sequence[int]) -> list[DocumentId]:
    """Make arrivals of some of the files in an arrival, and return their numbers; one that is out already is left.

    They come to the same arrival point, and so are seen by the same people. Raises ``NotFound``, ``NotAllowed``,
    ``BadRequest`` for what is refused, ``TooLarge`` where there is no room, ``Unreadable``, ``DriveTrouble``.
    """
    document = waiting(deps, person, number)
    assert_may_hand_in(deps, person)
    assert_loose(document)
    held = {one.at: one for one in _inside(deps, document)}
    wanted = [held[at] for at in dict.fromkeys(places) if at in held]
    refused = next((one for one in wanted if one.refused is not None), None)
    if refused is not None or len(wanted) < len(set(places)):
        raise BadRequest(
            f"“{refused.name if refused else number}” cannot be taken out.", mend="Leave it out."
        )
    if sum(one.size for one in wanted) > shutil.disk_usage(deps.arrivals.root).free - KEPT_FREE:
        raise TooLarge(
            "There is no room on the disk for what is in it.", mend="Ask the administrator to make room."
        )
    return [_out(deps, person, document, one) for one in wanted if not one.is_out]


def _out(deps: Deps, person: PersonId, document: Document, one: Held) -> DocumentId:
    with opened_file(deps, document) as file:
        data = deps.reader.entry(file, document.media_type or "", one.at)
    name = one.name.replace("\\", "/").rpartition("/")[2]
    return add_beside(deps, person, document, name, data, one.at)
