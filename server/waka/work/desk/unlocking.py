"""An arrival that asks for a password is opened with it: one without it takes its place, and it goes into the bin."""

from __future__ import annotations

from waka.core.ids import DocumentId, PersonId
from waka.errors import BadRequest, Unreadable
from waka.work.changes.ways import discarding
from waka.work.deps import Deps
from waka.work.documents.looking import opened_file

from .arriving import add_beside
from .waiting import assert_loose, assert_may_hand_in, waiting


def unlock(deps: Deps, person: PersonId, number: DocumentId, password: str) -> DocumentId:
    """Return the number of the opened arrival. The password is kept nowhere.

    Raises ``NotFound``, ``NotAllowed``, ``BadRequest`` where the password does not open it, ``Unreadable``,
    ``DriveTrouble``.
    """
    document = waiting(deps, person, number)
    assert_may_hand_in(deps, person)
    if document.trouble != "locked" or document.media_type != "application/pdf":
        raise BadRequest(f"“{document.name}” is no PDF that asks for a password.")
    assert_loose(document)
    with opened_file(deps, document) as file:
        try:
            data = deps.reader.unlocked(file, password)
        except Unreadable as error:
            if error.trouble != "locked":
                raise
            raise BadRequest(
                "The password does not open it.", mend="Try another one.", field="password"
            ) from error
    opened = add_beside(deps, person, document, document.name, data)
    discarding.discard(deps, person, number, f"opened with its password as No. {opened}")
    return opened
