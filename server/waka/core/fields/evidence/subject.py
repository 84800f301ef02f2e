"""What a paper is about: its line of subject, the title that its sort has, the first thing that it charges for."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from statistics import median

from .context import Found, Paper, in_one_column, merged
from .dates import spots
from .labels import label
from .letters import plain
from .names_on_paper import ORGANISATION, STREET, TITLE_OF_PERSON, in_capitals, is_label
from .page import Cell, Line
from .sums import sums

MOST_WORDS, MOST_LETTERS = 8, 48  #: of what is put into a name
LOWEST_TITLE = 0.35  #: of the page
HIGHEST_LABELLED = 0.65  #: of the page: a subject further down is of something else
#: scores; the last of what only says what sort of paper it is
LABELLED, UNDER_GREETING, OVER_GREETING, CHARGED, PRICED, LARGEST, ENTITLED = (
    5.5,
    5.0,
    3.4,
    4.6,
    4.0,
    3.2,
    3.0,
)
CALLED = 1.0
FIRST_LINES = 4  #: of a page, in which a title is looked for that nothing else tells
FAR_LARGER = 1.5  #: the same of a title of a word or two
LARGER = 1.25  #: times the usual height of letters, that a title is set in
MOST_BEFORE_STOP = 7  #: words of a title with a full stop behind it
MOST_LINES = 4  #: below the head of a table, that are looked at
SHORT = 0.7  #: of the next line's width: a line that ends before it ends for a reason
APART = 1.5  #: heights that a line of subject stands apart from the text below it
_LABEL = re.compile(
    r"^(?:re|subject|concerning|regarding|topic|betreff|betr|betrifft|objet|concerne|betreft|onderwerp|dotyczy|sprawa|"
    r"w sprawie)\s*[:.]\s*(?P<told>.{3,})$|^(?:re|subject|betreff|objet|betreft|onderwerp|dotyczy)\s*:?$"
)
_HEADED = re.compile(
    r"^(?:activity|(?:assignment|essay|project|work)(?: title)?|(?:unit|module) title|title(?: of (?:work|unit|essay|assignment|project|report))?|task|topic|course|subject|aufgabe|thema|titel|titre|kurs|sujet|cours|onderwerp|temat|tytul)\s*:?$"
)
_GREETING = re.compile(
    r"^(?:dear|hello|to whom it may|sehr geehrte|liebe[rs]?|guten tag|madame|monsieur|chere?s?|bonjour|geachte|beste|"
    r"szanown[iya]|dzien dobry|drog[ia])\b"
)
_DESCRIBED = re.compile(
    r"\b(?:description|item|items|goods|particulars|details|service|services|work done|product|charge|charges|for|"
    r"bezeichnung|beschreibung|leistung|artikel|designation|libelle|prestation|description|omschrijving|opis|nazwa)\b"
)
_COUNTED = re.compile(
    r"\b(?:qty|quantity|no|unit|price|rate|amount|total|net|vat|sum|menge|anzahl|preis|betrag|quantite|prix|montant|"
    r"aantal|prijs|bedrag|ilosc|cena|wartosc|kwota|£|€|gbp|eur|pos|hours|days)\b|[£€]"
)
_SUMS = re.compile(
    r"^(?:sub ?-?total|total|all together|amount|net|vat|carriage|delivery|discount|tax|balance|summe|zwischensumme|totaal|razem)\b"
)
_CUT = re.compile(r"\s*(?:[;(|]|,\s|\s[-–—]\s|\.\s).*$")
_POINT = re.compile(r"\d{1,2}[.)]?\s+[^\W\d_]")
_NUMBERED = re.compile(r"^(?:\d{1,3}[.)]|[-•*·])\s+|^\d+(?:[.,]\d+)?\s*[x×]\s+", re.IGNORECASE)


def subjects(paper: Paper, sort: str, title: Cell | None) -> list[Found[str]]:
    """Return what a paper may be about, the likeliest first. *title*: what its sort was told by, where it says more."""
    if title is not None and (_POINT.match(title.text) or paper.place(title) > LOWEST_TITLE):
        title = None  # of what is spoken of in a meeting
    found = [*_labelled(paper), *_by_greeting(paper, sort)]
    if sort in _CHARGING:
        found += _charged(paper)
    if sort in _TITLED:
        found += _large(paper, sort, title)
    if title is not None and sort not in _CHARGING and not _NO_TITLE.search(plain(title.text)):
        found += _told(title, 0, ENTITLED if sort in _TITLED else CALLED, "title")
    if sort in _WORDS:
        # where nothing else says it, what sort of paper it is: to be looked at, and short to write over
        word = _WORDS[sort]
        found.append(Found(word, "", None, CALLED / 2, "sort"))
    return merged(found, key=plain)


_WORDS = {
    "invoice": "Invoice", "credit": "Credit note", "receipt": "Receipt", "bill": "Bill", "quote": "Quotation",
    "proforma": "Pro forma invoice", "order": "Order", "delivery": "Delivery note", "statement": "Statement",
    "remittance": "Remittance advice", "reminder": "Reminder", "letter": "Letter", "minutes": "Minutes",
    "coursework": "Coursework", "certificate": "Certificate", "report": "Report", "form": "Form", "payslip": "Payslip",
}  # fmt: skip


_CHARGING = frozenset({"invoice", "credit", "receipt", "bill", "quote", "proforma", "order", "delivery"})
_TITLED = frozenset(
    {"coursework", "report", "certificate", "minutes", "form"}
)  #: sorts whose title says what they are about


_NO_TITLE = re.compile(r"^(?:an |a )?(?:essay|report|case study) by |\b(?:no|nr|number|numero|nummer)\.?$|:$")
_ONE_OF_MANY = re.compile(
    r"^(?:worksheet|exercise|task|assignment|essay|aufgabe|blatt|fiche|opdracht|zadanie)\s+(?:no\.? ?)?\d{1,3}$"
)


def _large(paper: Paper, sort: str, title: Cell | None) -> Iterator[Found[str]]:
    """Yield the largest line of the first page that is no address; a title that is one of many with what follows it."""
    lines = [line for line in paper.first_page if line.cells]
    if not lines:
        return
    usual = median(line.height for line in lines)
    if title is not None and _ONE_OF_MANY.match(plain(title.text)):
        line = paper.line_of(title)
        beside = [cell for cell in line.cells if cell.left > title.left]
        under = [one.cells[0] for one in lines if one.nth == line.nth + 1 and _may_be_subject(one)]
        for cell in [*beside, *under][:1]:
            value = f"{title.text} {cell.text}"
            yield Found(
                value[:MOST_LETTERS].strip(),
                value,
                title.box(),
                LARGEST + 0.4,
                "title",
                min(title.sure(), cell.sure()),
            )
    if sort in ("coursework", "report"):
        yield from _over_text(lines, title)
    if sort == "coursework" and _may_be_subject(lines[0]):
        yield from _told(lines[0].cells[0], 0, LARGEST - 0.4, "first")
    elif sort == "coursework":
        yield from first_line(paper, LARGEST - 1.6)
    large = [
        line
        for line in lines
        if line.height > LARGER * usual
        and (_may_be_subject(line) or (sort == "coursework" and _is_word(line)))
    ]
    for line in sorted(large, key=lambda one: -one.height)[:2]:
        is_far_larger = sort == "coursework" and line.height > FAR_LARGER * usual
        if line.cells[0] is not title and (len(line.cells[0].words) > 2 or is_far_larger):
            yield from _told(line.cells[0], 0, LARGEST + (0.4 if is_far_larger else 0.0), "large")


def _over_text(lines: Sequence[Line], title: Cell | None) -> Iterator[Found[str]]:
    """Yield the line that stands apart right above running text, beneath who wrote it and when."""
    for at, line in enumerate(lines[1:MOST_OVER_TEXT], 1):
        head = lines[at - 1]
        if len(line.cells) == 1 and len(line.cells[0].words) > MOST_WORDS and line.text[:1].isupper():
            cell = head.cells[0]
            gap = line.top - head.bottom
            if (
                at > 1
                and len(head.cells) == 1
                and 1 < len(cell.words) <= MOST_WORDS
                and cell is not title
                and not spots(cell.text)
                and not is_label(cell.text)
                and cell.text[-1] not in ".,:;"
                and (
                    gap > 0.3 * line.height
                    or head.height > 1.1 * line.height
                    or _is_centred(cell, line.cells[0])
                )
            ):
                # a title that says what sort of paper it is speaks for itself
                yield from _told(cell, 0, LARGEST + (0.2 if title is None else -0.2), "over_text")
            return


MOST_OVER_TEXT = 12  #: lines of a page, in which running text begins under its title


def _is_centred(cell: Cell, text: Cell) -> bool:
    return cell.left > text.left + 2 * cell.height and abs(
        (cell.left + cell.right) - (text.left + text.right)
    ) < 0.2 * (text.right - text.left)


_DOCUMENT = re.compile(
    r"\b(?:policy|plan|list|notes?|programme|schedule|agreement|contract|budget|proposal|rules|guide|review|rota|map|manual|"
    r"inventory|register|summary|essay|story|diary|log|plan|liste|regeln|vertrag|contrat|regels|umowa)$"
)


def first_line(paper: Paper, score: float = CALLED) -> Iterator[Found[str]]:
    """Yield the first of the topmost lines that may be a title: no name, no address, no day. To be looked at."""
    for line in paper.first_page[:FIRST_LINES]:
        if not line.cells or not _may_be_subject(line):
            continue
        text, cell = plain(line.text), line.cells[0]
        words = cell.text.split()
        is_capital = len(words) <= 4 and all(word[0].isupper() for word in words)
        is_name = (
            is_capital
            or TITLE_OF_PERSON.match(text)
            or (ORGANISATION.search(text) and in_capitals(cell.text))
        )
        if (
            (is_name and not _DOCUMENT.search(text))
            or STREET.search(text)
            or spots(cell.text)
            or is_label(cell.text)
        ):
            continue
        yield from _told(cell, 0, score, "first")
        return


def for_a_name(text: str) -> str:
    """Return as much of *text* as a name can hold, without what numbers it."""
    value = _NUMBERED.sub("", text).strip(" :.,;-–—*")
    if len(value) > MOST_LETTERS or len(value.split()) > MOST_WORDS:
        value = _CUT.sub("", value)
    while len(value) > MOST_LETTERS or len(value.split()) > MOST_WORDS:
        value = value.rpartition(" ")[0] or value[:MOST_LETTERS]
    return value


def _told(cell: Cell, start: int, score: float, why: str) -> Iterator[Found[str]]:
    text = cell.text[start:]
    value = for_a_name(text)
    if sum(letter.isalpha() for letter in value) >= 3:
        start += max(0, text.find(value))
        yield Found(
            value,
            value,
            cell.box(start, start + len(value)),
            score,
            why,
            cell.sure(start, start + len(value)),
        )


def _labelled(paper: Paper) -> Iterator[Found[str]]:
    for line, at, cell in paper.cells():
        if line.page.nth != 1 or paper.place(cell) > HIGHEST_LABELLED:
            continue
        said = _LABEL.match(plain(cell.text))
        if said is None:
            yield from _headed(paper, line, at, cell)
            continue
        if said["told"]:
            yield from _told(cell, said.start("told"), LABELLED, "subject")
        elif at + 1 < len(line.cells):
            yield from _told(line.cells[at + 1], 0, LABELLED, "subject")


def _headed(paper: Paper, line: Line, at: int, cell: Cell) -> Iterator[Found[str]]:
    """Yield what stands beside or beneath the words for what a paper is about; “title” says it more closely than “course”."""
    head = plain(cell.text)
    if not _HEADED.match(head):
        return
    score = LABELLED - (0.5 if "title" not in head and head.startswith(_WIDE) else 0.0)
    # a third cell makes it the head of a column
    beside = line.cells[1] if at == 0 and len(line.cells) == 2 else None
    under = paper.below(line, cell)
    if beside is not None and not is_label(beside.text) and not _HEADED.match(plain(beside.text)):
        yield from _told(beside, 0, score, "subject")
    elif under is not None and not is_label(under[2].text):
        yield from _told(under[2], 0, score, "subject")


_WIDE = ("course", "subject", "activity", "cours", "kurs")  #: what many papers are about


def _by_greeting(paper: Paper, sort: str) -> Iterator[Found[str]]:
    """Yield the line that stands by itself under the greeting, as in English letters, or over it, as in others."""
    lines = [line for line in paper.first_page if line.cells]
    at = next((at for at, line in enumerate(lines) if _GREETING.match(plain(line.text))), None)
    if at is None or sort not in ("letter", "form", "report", "other", "reminder", "statement", "remittance"):
        return
    under = lines[at + 1 : at + 3]
    if under and _is_apart(under) and _may_be_subject(under[0]):
        yield from _told(under[0].cells[0], 0, UNDER_GREETING, "subject_line")
    if (
        at > 1
        and _may_be_subject(lines[at - 1])
        and lines[at - 1].top - lines[at - 2].bottom > 0.6 * lines[at - 1].height
    ):
        yield from _told(lines[at - 1].cells[0], 0, OVER_GREETING, "subject_line")


def _is_apart(lines: Sequence[Line]) -> bool:
    """Whether the first of two lines stands apart from the second, is set in another size, or leaves most of its line free."""
    if len(lines) < 2:
        return False
    one, other = lines
    is_short = one.cells[-1].right - one.cells[0].left < SHORT * (other.cells[-1].right - other.cells[0].left)
    return (
        other.top - one.bottom > (APART - 1) * one.height
        or one.height > 1.1 * other.height
        or (is_short and other.text[:1].isupper() and one.page is other.page)
    )


def _may_be_subject(line: Line) -> bool:
    text = line.text
    words = text.split()
    return (
        len(line.cells) == 1
        and 1 < len(words) <= 12
        and not text.rstrip().endswith((".", ",", ";")[len(words) < MOST_BEFORE_STOP :])
        and sum(letter.isdigit() for letter in text) < 0.4 * len(text)
        and sum(len(word) > 3 and word.rstrip(".,:!?").isalpha() for word in words) >= 1
    )


def _is_word(line: Line) -> bool:
    return len(line.cells) == 1 and line.text.isalpha() and len(line.text) > 3


def _charged(paper: Paper) -> Iterator[Found[str]]:
    """Yield the first thing charged for: beneath the head of their table, else the first with a sum at its right."""
    for line, _, cell in paper.cells():
        if len(line.cells) < 2 or len(cell.words) > 4 or not _DESCRIBED.search(plain(cell.text)):
            continue
        if not any(_COUNTED.search(plain(other.text)) for other in line.cells if other is not cell):
            continue
        for below in paper.lines[line.nth + 1 : line.nth + 1 + MOST_LINES]:
            first = next((one for one in below.cells if in_one_column(one, cell) and _is_thing(one)), None)
            is_priced = any(any(map(str.isdigit, one.text)) for one in below.cells if one is not first)
            if below.page is line.page and first is not None and is_priced:
                yield from _told(first, 0, CHARGED, "charged")
                return
    for line in paper.first_page:
        first, last = line.cells[0], line.cells[-1]
        if first is not last and _is_thing(first) and any(one.is_exact for one in sums(last.text)):
            if label("sums", first.text, most=14) is None and label("dates", first.text, most=14) is None:
                yield from _told(first, 0, PRICED, "priced")
                return


def _is_thing(cell: Cell) -> bool:
    text = plain(cell.text)
    return sum(letter.isalpha() for letter in text) >= 4 and not _SUMS.match(text)
