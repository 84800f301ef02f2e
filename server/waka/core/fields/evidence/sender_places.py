"""The places of a paper where a name stands that may be the sender's."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from itertools import pairwise

from waka.core.fields.alike import words_of

from .context import Found, Paper
from .letters import plain
from .names_on_paper import (
    CLOSING,
    COMMITTEE,
    HOST,
    LEGAL_AT_END,
    ORGANISATION,
    POST,
    STREET,
    is_label,
    is_name,
    short,
)  # fmt: skip
from .page import Cell
from .sums import is_a_sum


def behind(paper: Paper, words: re.Pattern[str]) -> Iterator[tuple[Cell, int, str]]:
    """Yield the names that stand behind or beneath certain words."""
    for line, at, cell in paper.cells():
        match = words.match(plain(cell.text))
        if match is None:
            continue
        rest = cell.text[match.end() :].strip(" :.")
        if rest:
            rest = _ADDRESSED.sub("", rest)
            if match[0].rstrip()[-1:] in ":." or cell.text[match.end() - 1 : match.end()] == " ":
                name = short(
                    re.split(
                        r"\s(?:Date|Tutor|Teacher|Set by|School|Age|Class|Form|Year|Tel|Group|Set|Mark|on|Handed|Submitted|Completed|(?:Mon|Tues?|Wed(?:nes)?|Thu(?:rs)?|Fri|Sat(?:ur)?|Sun)(?:day)?)\b",
                        rest,
                    )[0]
                )
                yield cell, cell.text.find(name), name
            continue
        following = line.cells[at + 1] if at + 1 < len(line.cells) else None
        if following is not None:
            name = short(_ADDRESSED.sub("", following.text))
            if is_name(name) and not is_label(name):
                yield following, following.text.find(name), name
                continue
        below = paper.below(line, cell)
        if below is not None:
            yield below[2], 0, short(below[2].text)


MOST_ABREAST = 3  #: cells of a line with a name over an address
#: what somebody learned, beneath their name: its number is none of a house
_LEARNED = re.compile(r"\b(?:level|grade|diploma|certificate|award|course|class|year)\b")
LONGEST_ADDRESS = 14  #: words of a line of an address, with telephone and all
BLOCK = 1.2  #: heights of a line, that lines of one address stand apart at most
#: the address of a mail behind a name
_ADDRESSED = re.compile(r"\s*[<\[(]\s*(?:mailto:)?\S+@\S+?[>\])]?\s*$")


def over_addresses(paper: Paper) -> Iterator[tuple[Cell, str]]:
    """Yield the names right above an address."""
    for line, _, cell in paper.cells():
        below = paper.below(line, cell)
        if below is None or below[2].top - cell.bottom > 1.3 * cell.height:
            continue
        address = plain(below[2].text)
        if not any(map(str.isdigit, address)) and STREET.search(short(address)):
            # a house of a street without numbers: the town and its postcode stand beneath
            town = paper.below(below[0], below[2])
            if (
                town is not None
                and town[2].top - below[2].bottom <= 1.3 * cell.height
                and POST.search(town[2].text)
            ):
                address = f"{address} {plain(town[2].text)}"
        letters = sum(c.isalpha() for c in address)
        if (
            len(line.cells) <= MOST_ABREAST  # or they are heads of columns
            and len(below[2].words) <= LONGEST_ADDRESS  # or it is what a letter says
            and letters > 7
            and (STREET.search(short(address)) or POST.search(address.upper()))
            and any(c.isdigit() for c in address)
            and not _LEARNED.search(address)
            and not any(is_a_sum(other.text) for other in below[0].cells)  # a line of what was bought
        ):
            above = paper.above(line, cell)
            is_first = (
                above is None
                or cell.top - above.bottom > BLOCK * cell.height
                or above.height > 1.25 * cell.height
            )
            where, name = cell, cell.text.strip(" .,")
            if (
                above is not None
                and above.height > 1.25 * cell.height
                and cell.top - above.bottom < max(1.5 * cell.height, 1.2 * above.height)
            ):
                # what stands large right above says who it is, and this line what they do
                where, name = above, above.text.strip(" .,")
            if is_first and is_name(name) and not is_label(name) and not STREET.search(plain(name)):
                yield where, name


def in_pieces(
    heads: Sequence[tuple[Cell, float]], is_receipt: bool, everything: str
) -> Iterator[tuple[Cell, str, float]]:
    """Yield names whose words stand apart at the head of a paper: side by side, or beneath one another.

    *heads*: cells and their scores. Side by side on a receipt they are believed; elsewhere where *everything*, the
    paper's words, says them once more as one name.
    """
    for (cell, score), (other, other_score) in pairwise(heads):
        if not 0.8 < cell.height / max(1.0, other.height) < 1.25 or other.page is not cell.page:
            continue
        beside = min(cell.bottom, other.bottom) - max(cell.top, other.top) > 0.5 * cell.height
        left, right = (cell, other) if cell.left <= other.left or not beside else (other, cell)
        near = (
            right.left - left.right < 2.5 * cell.height
            if beside
            else 0 <= other.top - cell.bottom < 0.9 * cell.height and abs(other.left - cell.left) < 6
        )
        name = f"{left.text} {right.text}"
        if not near or len(name.split()) > 5 or not is_name(name):
            continue
        is_alike = left.text.isupper() == right.text.isupper()
        if (is_receipt and beside and is_alike) or everything.count(f" {' '.join(words_of(name))} ") > 1:
            yield left, name, max(score, other_score) + 0.8


def over_two_lines(heads: Sequence[tuple[Cell, float]], large: float) -> Iterator[tuple[Cell, str, float]]:
    """Yield names that go on in the next line of a letterhead. *large*: the height from which on letters make one."""
    for cell, score in heads:
        for other, _ in heads:
            if (
                cell.height >= large
                and 0.9 < cell.height / other.height < 1.1
                and 0 <= other.top - cell.bottom + 0.35 * cell.height < 0.9 * cell.height
                and (
                    abs(other.left - cell.left) < 6
                    or abs(other.left + other.right - cell.left - cell.right) < 12
                )
                and other.page is cell.page
            ):
                name = f"{cell.text} {other.text}"
                if is_name(name, most=7):
                    yield cell, name, score + 0.8


def at_the_foot(paper: Paper) -> Iterator[tuple[Cell, int, str]]:
    """Yield the names that small print at the foot begins with, before an address, a telephone, a register; or any address."""
    for line in paper.first_page:
        for cell in line.cells:
            if paper.place(cell) < FOOT and not POST.search(cell.text):
                continue
            begin = _BEGINS.match(cell.text)
            if begin is None:
                continue
            name, rest = begin["name"].strip(), plain(cell.text[begin.end() :])
            if (
                ORGANISATION.search(plain(name))  # or it is the house that an address begins with
                and is_name(name)
                and (any(map(str.isdigit, rest)) or "registered" in rest)
            ):
                yield cell, 0, name


FOOT = 0.8  #: of the page, from where on small print stands
_BEGINS = re.compile(r"(?P<name>[^·•|,;.]{3,60}?)(?:\s?[·•|]|[,;.]\s?(?=[A-Z\d])| [–-] )")


def small_print(paper: Paper) -> Iterator[tuple[Cell, int, str]]:
    for line in paper.lines:
        if any(is_a_sum(cell.text) for cell in line.cells):
            continue  # whom a line of an account is about
        for cell in line.cells:
            place = paper.place(cell)
            if place > 0.8 or (place < 0.25 and len(cell.words) > 3) or len(paper.lines) < 40:
                folded = plain(cell.text)
                for match in LEGAL_AT_END.finditer(folded):
                    start, end = match.span("name")
                    name = cell.text[start:end].strip(" .,:-")
                    name = re.sub(
                        r"^(?:.*\b(?:by|to|of|is|from|for|payable|name)\b:?\s+)(?=[A-ZÀ-Ž])", "", name
                    )
                    if len(name.split()) > 1 and is_name(name):
                        yield cell, max(0, cell.text.find(name)), name


def signatures(paper: Paper) -> Iterator[tuple[Cell, str]]:
    """Yield the names beneath a letter's closing words."""
    closed: Cell | None = None
    for _, _, cell in paper.cells():
        if CLOSING.match(plain(cell.text)):
            closed = cell
        elif closed is not None and (cell.page is not closed.page or cell.top > closed.top):
            if cell.page is closed.page and cell.top - closed.bottom > 110:
                return
            name = short(re.sub(r"^(?:pp|p\.p\.)\s", "", cell.text))
            if is_name(name, most=6):
                yield cell, name


def committees(paper: Paper) -> Iterator[Found[str]]:
    for cell, start, name in behind(paper, _MEETING_OF):
        if is_name(name) and len(name.split()) > 1:
            yield found_at(cell, start, name, 6.0, "committee")
    for at, line in enumerate(paper.first_page[:10]):
        for cell in line.cells:
            text = cell.text.title() if cell.text.isupper() else cell.text
            if (before := _BEFORE_MINUTES.match(text)) is not None:
                yield found_at(cell, 0, before["name"], 5.5 - 0.3 * at, "committee")
            if (alone := _BODY.match(text)) is not None:
                name = alone["name"]
                yield found_at(cell, max(0, alone.start("name")), name, 6.0 - 0.3 * at, "committee")
            for match in COMMITTEE.finditer(text):
                name = re.sub(
                    r"^(?:Minutes|Agenda|Notes|Meeting)(?: Of)?(?: The)?\s|^(?:The|A|Of)\s",
                    "",
                    match["name"],
                    flags=re.IGNORECASE,
                )
                if len(name.split()) >= 2:
                    yield found_at(
                        cell,
                        max(0, cell.text.find(name)),
                        name,
                        7.0
                        - 0.3 * at
                        - (3.0 if name.endswith("General Meeting") else 1.0 * name.endswith("Meeting")),
                        "committee",
                    )


#: a word for a meeting in a table of its facts, before who met
_MEETING_OF = re.compile(r"^(?:meeting|group|committee|body|name of meeting)\s?:?$")
#: who met, before the word for what was written down of it
_BEFORE_MINUTES = re.compile(
    r"(?!Draft |Minutes |Agenda |Meeting |Notes |Action )(?P<name>[A-Z][\w'’&-]+(?: (?:and |of |the |& )?[A-Z][\w'’&-]+){1,4}?)(?: Meeting)? (?:Minutes|Agenda)\b"
)
#: a body called by one word, before a colon, a comma, or the end of a line
_BODY = re.compile(
    r"(?:Minutes (?:of|Of) (?:the|The) )?(?P<name>Council|Trustees|Board|Governors|Directors|Executive)(?=$|[,:]| meeting)"
)


def hosts_of(paper: Paper) -> list[str]:
    """Return the names of the hosts on a paper, without what all hosts have."""
    found = []
    for line in paper.lines:
        if "@" in line.text or "www" in line.text or "http" in line.text:
            for match in HOST.finditer(line.text.lower()):
                found.append(re.sub(r"[^a-z0-9]", "", match["host"].removeprefix("www.").rsplit(".", 1)[0]))
    return found


def found_at(cell: Cell, start: int, name: str, score: float, why: str) -> Found[str]:
    start = max(0, start)
    end = start + len(name)
    return Found(name, name, cell.box(start, end), score, why, cell.sure(start, end))
