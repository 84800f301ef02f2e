"""Who we are, where nobody has said so: the name that most papers of a heap have in common."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence

from waka.core.fields.alike import words_of

from .names_on_paper import could_be_person, is_label, is_name, short
from .page import Page, lines_of

FEWEST, SHARE = 4, 0.25  #: papers that have to name us, and of all of them
LINES = 40  #: of a first page that are looked at


def our_name(papers: Iterable[Sequence[Page]]) -> str | None:
    """Return the name that stands on more of *papers* than any other; None where none stands on many."""
    counts: Counter[str] = Counter()
    shown: dict[str, str] = {}
    number = 0
    for pages in papers:
        number += 1
        seen = set()
        for line in lines_of(pages[:1])[:LINES]:
            for cell in line.cells:
                name = short(cell.text)
                words = " ".join(words_of(name))
                if (
                    len(words.split()) > 1
                    and is_name(name, most=7)
                    and not is_label(name)
                    and not could_be_person(name)
                ):
                    seen.add(words)
                    shown.setdefault(words, name)
        counts.update(seen)
    if not counts:
        return None
    words, most = counts.most_common(1)[0]
    return shown[words] if most >= max(FEWEST, SHARE * number) else None
