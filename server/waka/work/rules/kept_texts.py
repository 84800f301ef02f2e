"""Sentences that rename and sets of folders, kept under a name and used again: each person's own."""

from __future__ import annotations

from collections.abc import Sequence

from waka.core.ids import PersonId
from waka.core.renaming import Sentence, SentenceError
from waka.errors import BadRequest, NotFound
from waka.records.rules import kept_texts
from waka.records.rules.kept_texts import Kept, What
from waka.work.deps import Deps

MOST = 200
LONGEST_NAME = 100


def own(deps: Deps, person: PersonId, what: What) -> Sequence[Kept]:
    with deps.db.transaction() as conn:
        return kept_texts.own(conn, person, what)


def put(deps: Deps, person: PersonId, what: What, name: str, text: str) -> None:
    """Keep a text under a name, as its next revision where it has some.

    Raises ``BadRequest``, also for a sentence that is not understood; a set of folders may be kept half written.
    """
    name = " ".join(name.split())
    if not 0 < len(name) <= LONGEST_NAME:
        raise BadRequest(f"A name has 1 to {LONGEST_NAME} characters.", mend="Correct it.", field="name")
    if what == "renaming":
        try:
            text = Sentence.read(text).text
        except SentenceError as error:
            raise BadRequest(f"{error.why}.", mend=error.mend, field="text", at=error.at) from None
    with deps.db.transaction() as conn:
        if len(kept_texts.own(conn, person, what)) >= MOST:
            raise BadRequest(f"{MOST} are kept already.", mend="Forget one of them.")
        kept_texts.put(conn, person, what, name, text)


def forget(deps: Deps, person: PersonId, id: int) -> None:
    """Offer what was kept no more. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if not kept_texts.end(conn, person, id):
            raise NotFound("What was kept")
