"""Patterns that the names in a folder follow already: proposed, to be used or changed."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from waka.core.ids import FolderId, PersonId
from waka.core.names import fold, split_extension
from waka.core.names.columns import Vocabulary
from waka.core.names.learning import propose
from waka.records.folders import survey
from waka.work.deps import Deps
from waka.work.naming.house import Naming

from .keeping import assert_keeps
from .patterns import Wish

MOST_NAMES = 5_000  #: that patterns are learned from; of more, every so many-th
MOST_LEFT = 10  #: names shown that a pattern leaves over


@dataclass(frozen=True, slots=True, kw_only=True)
class Learned:
    wish: Wish
    reads: int
    left: Sequence[str]  #: some of the names that it does not read


@dataclass(frozen=True, slots=True, kw_only=True)
class FromNames:
    names: int  #: that were looked at
    patterns: Sequence[Learned]


def from_names(deps: Deps, person: PersonId, folder: FolderId) -> FromNames:
    """Return the patterns that explain most of the names in a folder and beneath it.

    Raises ``NotFound``, and ``NotAllowed`` for all but keepers of the folder.
    """
    with deps.db.transaction() as conn:
        assert_keeps(conn, person, folder)
        names = [path.rpartition("/")[2] for _, path in survey.beneath(conn, folder, person)]
        house = Naming.load(conn)
    some = names[:: 1 + len(names) // MOST_NAMES]
    known = Vocabulary(kinds=frozenset(fold(label) for label in house.kinds.values()), parties=house.parties)
    found = propose([split_extension(name)[0] for name in some], known)
    return FromNames(
        names=len(some),
        patterns=[
            Learned(
                wish=Wish(
                    text=one.pattern.text, joiner=one.pattern.style.joiner, letter_case=one.pattern.style.case,
                    transliterate=one.pattern.style.transliterate, longest=one.pattern.style.longest,
                ),
                reads=one.reads, left=one.left[:MOST_LEFT],
            )
            for one in found
        ],
    )  # fmt: skip
