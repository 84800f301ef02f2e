"""Sentences that rename, kept under a name and used again: each person's own."""

from __future__ import annotations

from collections.abc import Sequence

from waka.core.ids import PersonId
from waka.core.renaming import Sentence, SentenceError
from waka.errors import BadRequest, NotFound
from waka.records.rules import sentences
from waka.records.rules.sentences import Kept
from waka.work.deps import Deps

MOST = 200
LONGEST_NAME = 100


def own(deps: Deps, person: PersonId) -> Sequence[Kept]:
    with deps.db.transaction() as conn:
        return sentences.own(conn, person)


def put(deps: Deps, person: PersonId, name: str, text: str) -> None:
    """Keep a sentence under a name, as its next revision where it has some. Raises ``BadRequest``."""
    name = " ".join(name.split())
    if not 0 < len(name) <= LONGEST_NAME:
        raise BadRequest(f"A name has 1 to {LONGEST_NAME} characters.", mend="Correct it.", field="name")
    try:
        text = Sentence.read(text).text
    except SentenceError as error:
        raise BadRequest(f"{error.why}.", mend=error.mend, field="sentence", at=error.at) from None
    with deps.db.transaction() as conn:
        if len(sentences.own(conn, person)) >= MOST:
            raise BadRequest(f"{MOST} sentences are kept already.", mend="Forget one of them.")
        sentences.put(conn, person, name, text)


def forget(deps: Deps, person: PersonId, id: int) -> None:
    """Offer a sentence no more. Raises ``NotFound``."""
    with deps.db.transaction() as conn:
        if not sentences.end(conn, person, id):
            raise NotFound("The sentence")
