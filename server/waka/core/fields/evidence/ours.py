"""Who we are, on a paper: our own names and addresses, what stands around them, and whom a paper of our own is for."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from waka.core.fields.alike import words_of

from .context import Found, Paper
from .dates import spots
from .letters import plain
from .names_on_paper import BUYER, BUYER_NAME, ORGANISATION, STREET, could_be_person, is_name
from .page import Cell, Line
from .sender_places import found_at


@dataclass(frozen=True, slots=True, kw_only=True)
class Office:
    """Who we are, and whom we know."""

    names: Sequence[str] = ()
    addresses: Sequence[str] = ()
    parties: Mapping[str, Sequence[str]] = field(default_factory=dict)  #: name → its other spellings


LEAST_JOINED = 9  #: letters of our name, by which it is known where a recogniser saw a space within a word
#: of a page, from where on our own name is whom it was sent to; the same beneath a line of another
BELOW_A_LETTERHEAD, BELOW_ANOTHER = 0.13, 0.1
TITLE = 1.6  #: times the height of our name, from which on letters beneath it are of no address
LARGER = 1.3  #: times the height of our name, that the letters of a letterhead have


class Ours:
    """The names and addresses of one office. Built once, for any number of papers."""

    def __init__(self, office: Office) -> None:
        self._names = [words_of(name) for name in office.names]
        #: the lines of our addresses, and those of them that have a number, which no other address has by chance
        self._lines = {plain(part.strip()) for address in office.addresses for part in address.split(",")}
        self._addresses = [line for line in self._lines if any(map(str.isdigit, line))]

    def is_ours(self, text: str) -> bool:
        words = words_of(text)
        joined = "".join(words)
        return any(
            _holds(words, name)
            or (len("".join(name)) > LEAST_JOINED and "".join(name) in joined)
            or (len(words) > 1 and _holds(name, words) and len(words) >= len(name) - 1)
            for name in self._names
        )

    def is_our_address(self, address: str) -> bool:
        """Whether a mail address has our name in its host."""
        host = re.sub(r"[^a-z0-9]", "", address.rpartition("@")[2])
        return any("".join(words) in host for words in self._names if len("".join(words)) > 5)

    def window(self, paper: Paper) -> Iterator[int]:
        """Yield the ids of the cells that say whom a paper is for: around our own names, and under words for a buyer."""
        lines = paper.first_page
        for at, line in enumerate(lines):
            for cell in line.cells:
                if BUYER.match(plain(cell.text)):
                    yield from self._column(paper, line, cell, 5)
                elif (
                    paper.place(cell) > 0.07
                    and (self.is_ours(cell.text) or plain(cell.text) in self._addresses)
                    and cell.height < 14
                    and (
                        at > 1
                        or paper.place(cell) > (BELOW_ANOTHER if at else BELOW_A_LETTERHEAD)
                        or (at == 1 and self._is_letterhead(lines[0], cell))
                    )
                ):
                    yield from self._column(paper, line, cell, 5)
                    below: Cell = cell
                    above = paper.above(line, cell)
                    # whose attention it is for: a person, an office held
                    while (
                        above is not None
                        and below.top - above.bottom <= 0.9 * below.height
                        and could_be_person(above.text)
                        and above.height < 1.2 * cell.height  # or it is a letterhead
                    ):
                        yield id(above)
                        below, above = above, paper.above(paper.line_of(above), above)

    def _is_letterhead(self, line: Line, cell: Cell) -> bool:
        """Whether a line is set larger than *cell* is, and is not ours."""
        return not self.is_ours(line.text) and max(one.height for one in line.cells) > LARGER * cell.height

    def _column(self, paper: Paper, line: Line, cell: Cell, most: int) -> Iterator[int]:
        yield id(cell)
        largest = TITLE * cell.height
        for _ in range(most):
            below = paper.below(line, cell)
            if (
                below is None
                or below[2].height > largest
                or below[2].top - cell.bottom > 1.1 * cell.height
                or min(abs(below[2].left - cell.left), abs(below[2].right - cell.right)) > 6
            ):
                return
            line, _, cell = below
            yield id(cell)

    def addressee(self, paper: Paper) -> Iterator[Found[str]]:
        """Whom a paper of our own is for: the block above the date or beneath it, before anybody is greeted."""
        block, ours, to_person = 0.0, False, False
        for line in paper.first_page:
            if not ours:
                ours = any(self.is_ours(cell.text) for cell in line.cells)
                continue
            for cell in line.cells:
                text = plain(cell.text)
                if text.startswith("dear "):
                    return
                if (
                    paper.place(cell) > 0.45
                    or self.is_ours(cell.text)
                    or any(a in text for a in self._addresses)
                    or text.strip(" ,.") in self._lines
                ):
                    continue
                name = BUYER_NAME.sub("", cell.text)
                if is_name(name, most=8) and not spots(cell.text):
                    # where somebody works stands beneath who they are
                    organised = to_person and bool(ORGANISATION.search(plain(name)))
                    to_person = to_person or could_be_person(name)
                    street = 2.5 * bool(STREET.search(plain(name)) or any(c.isdigit() for c in name))
                    yield found_at(
                        cell,
                        cell.text.find(name),
                        name,
                        6.0 + 0.8 * organised - 0.35 * block - street,
                        "addressee",
                    )
                    block += 1


def _holds(words: Sequence[str], part: Sequence[str]) -> bool:
    size = len(part)
    return 0 < size <= len(words) and any(
        list(words[at : at + size]) == list(part) for at in range(len(words) - size + 1)
    )
