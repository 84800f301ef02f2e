"""The number of a paper itself, told from those of orders, customers, accounts, taxes and telephones."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from .context import Found, Named, Paper, merged
from .dates import spots
from .labels import label
from .letters import plain
from .mended import initialled, is_word
from .page import Cell, Line
from .sums import sums

_TOKEN = re.compile(r"[^\s,;:()\[\]|·•„“”\"]*\d[^\s,;:()\[\]|·•„“”\"]*")
_PREFIX = re.compile(r"(?:(?<=\s)|^)([A-Z][A-Z.&-]{0,5}[/-]?)\s$")
_MORE = re.compile(r"\s?[/-]\s?[\w/-]*\d[\w/-]*|\s[/-]?[A-Z]{1,2}$")
_GROUP = re.compile(r"\s\d{2,6}(?![\w.,/-])")
#: a run of letters and figures that stands by itself and is neither a postcode nor a telephone number
_CODE = re.compile(r"(?=.*[A-Z])(?=.*\d)[A-Z0-9]{1,6}(?:[ /.-][A-Z0-9]{1,8}){1,4}|[A-Z]{2,5}\d{3,9}")
_POSTCODE = re.compile(
    r"[A-Z]{1,2}\d[A-Z\d]?[ -]?\d[A-Z]{2}|\d{4,5} ?[A-Z]{0,2}|[A-Z]{1,2}-\d{4,5}|[A-Z]\d{4,5}|[A-Z]{2},? \d{5}"
)
#: a postcode of letters and figures in two groups, which no number has
_BRITISH_POST = re.compile(r"(?<![\w/-])[A-Z]{1,2}\d[A-Z\d]? \d[A-Z]{2}(?![\w/-])")
_MEANS: Mapping[str, float] = {
    "own": 6.0,
    "ours": 5.0,
    "plain": 3.0,
    "order": -4.0,
    "account": -4.0,
    "your": -6.0,
    "foreign": -9.0,
    "alone": 0.6,
}
FEWEST_IN_TABLE = 3  #: cells of a line of goods, which have numbers of their own
ON_A_FORM = 3.0
AS_FILED = 8.0  #: the score of a number that is called as those that papers alike were filed by
LEAST = 2.2  #: the score from which on a number is told
SHORT = 6  #: figures of the number of an account rendered; those of banks and customers are longer
_WHERE = {"before": 0.0, "left": -0.1, "above": -0.5, "below": -0.6, "after": -0.2, "alone": 0.0}
#: the words with which the number of each sort of paper is called; a number called as another sort's is that one's
_CALLED: Mapping[str, tuple[str, ...]] = {
    "invoice": ("invoice", "rechnung", "re-nr", "re nr", "facture", "factuur", "nota", "faktur", "tax invoice", "folio"),
    "credit": ("credit", "gutschrift", "avoir", "korekt", "korygujaca"),
    "receipt": ("receipt", "bill", "invoice", "rechnung", "facture", "factuur", "faktur", "quittung", "recu", "paragon", "trans", "ticket", "slip", "sale", "till", "txn", "check", "chk", "folio"),
    "bill": ("bill", "folio", "demand", "statement", "invoice", "rechnung", "facture", "factuur", "faktur"),
    "certificate": ("certificate", "cert", "policy", "licence", "license", "report"),
    "report": ("report", "assessment", "ra no", "certificate"),
    "quote": ("quot", "quote", "angebot", "devis", "offerte", "invoice"),
    "proforma": ("pro forma", "proforma", "invoice", "factuur", "rechnung", "facture"),
    "delivery": ("delivery note", "delivery ticket", "docket", "despatch note", "lieferschein", "bon de livraison", "pakbon"),
    "statement": ("statement", "sheet"),
    "remittance": ("remittance", "payment", "advice", "transaction"),
    "form": ("claim", "form"),
    "coursework": ("worksheet", "work sheet", "exercise", "log sheet", "assignment", "homework", "sheet"),
}  # fmt: skip
_OWN_WORDS = tuple(word for words in _CALLED.values() for word in words)
_NEUTRAL = ("document", "beleg", "dokument", "numer", "piece", "reference", "ref")


@dataclass(frozen=True, slots=True)
class Number:
    """A number on a paper that something is called by."""

    line: Line
    at: int
    start: int
    end: int
    meaning: str
    phrase: str
    where: str
    distance: int
    is_of_another: bool = False  #: a word stands before its label, as in “licence ref.”

    @property
    def cell(self) -> Cell:
        return self.line.cells[self.at]

    @property
    def text(self) -> str:
        return self.cell.text[self.start : self.end]


def numbers(paper: Paper) -> list[Number]:
    """Return the numbers of *paper* that have a label."""
    found = []
    for line, at, cell in paper.cells():
        taken = [(one.start, one.end) for one in spots(cell.text) if not one.bare]
        taken += [(one.start, one.end) for one in sums(cell.text) if one.is_exact or one.currency]
        taken += [match.span() for match in _BRITISH_POST.finditer(cell.text)]
        over = 0
        for match in _TOKEN.finditer(cell.text):
            start, end = match.span()
            if start < over or any(a < end and start < b for a, b in taken):
                continue
            start, end = _whole(
                cell.text, start, end, min((a for a, _ in taken if a >= end), default=len(cell.text))
            )
            over = end
            if end - start < 1 or end - start > 32 or not _could_be(cell.text[start:end]):
                continue
            named = _headed(paper.named("numbers", line, at, start, end))
            is_picture = cell.page.is_picture
            if is_picture and is_word(cell.text[start:end]):
                continue
            if end - start == 1 and cell.text[end:].strip() and not (named and named[0].where == "before"):
                continue  # it counts what follows it, or numbers a box
            if named:
                told, where = named[0].label, named[0].where
                found.append(
                    Number(
                        line,
                        at,
                        start,
                        end,
                        told.meaning,
                        told.phrase,
                        where,
                        told.distance,
                        told.start > 1
                        and (
                            (told.meaning == "plain" and len(line.cells) >= FEWEST_IN_TABLE)
                            or (told.meaning in ("ours", "plain") and where != "before")
                        ),
                    )
                )
            elif (
                (start, end) == (0, len(cell.text))
                and _CODE.fullmatch(cell.text)
                and not _POSTCODE.fullmatch(cell.text)
            ):
                found.append(Number(line, at, start, end, "alone", "", "alone", 0))
    return found


#: the label itself, run into its number where a recogniser saw no space
_GLUED = re.compile(r"(?:ref|no|nr|num|n)?[.:°º№#]{1,2}(?=[^\W_])", re.IGNORECASE)


def _whole(text: str, start: int, end: int, most: int) -> tuple[int, int]:
    """Widen a run with figures to the letters before it and the groups after it that belong to it, up to *most*."""
    if prefix := _PREFIX.search(text[:start]):
        # letters that are a label themselves, such as NO, do not belong to the number
        if label("numbers", text[: prefix.end()], most=2) is None:
            start = prefix.start(1)
    while more := _MORE.match(text, end, most):
        end = more.end()
    if text[start:end].isdigit():
        while more := _GROUP.match(text, end, most):
            end = more.end()
    if glued := _GLUED.match(text, start, end):
        start = glued.end()
    while end > start and text[end - 1] in ".,;:/-–*'’":
        end -= 1
    while start < end and text[start] in "#.'*°-–":
        start += 1
    return start, end


def _could_be(text: str) -> bool:
    return (
        bool(re.search(r"\d", text))
        and "@" not in text
        and "%" not in text
        and not text.lower().startswith("www")
    )


def _headed(named: list[Named]) -> list[Named]:
    """Return what labels say, the head of a column before the last word of a longer cell to the left of a value."""
    if len(named) > 1 and named[0].where == "left" and named[0].label.start > 1 and named[1].label.start <= 1:
        return named[1:]
    return named


@dataclass(frozen=True, slots=True)
class Called:
    """What may be the number of a paper, and the words that stand before it."""

    phrase: str
    found: Found[str]


def own_numbers(found: Sequence[Called], called: str | None = None) -> list[Found[str]]:
    """Return what may be the number of a paper, the likeliest first.

    *called*: the words before the numbers that papers alike were filed by.
    """
    told = [
        replace(one.found, score=max(one.found.score, AS_FILED))
        if called and one.phrase == called
        else one.found
        for one in found
    ]
    return [one for one in merged(told, key=_by_letters) if one.score >= LEAST]


def _by_letters(number: str) -> str:
    return re.sub(r"[\W_]", "", plain(number))


def called_in(text: str, number: str) -> str | None:
    """Return the words that stand before a *number* in the *text* of a paper; None where none that are known do."""
    before = ""
    for line in text.splitlines():
        at = line.find(number)
        if at >= 0:
            told = label("numbers", line[:at], most=24) or (
                label("numbers", before, most=14) if at == 0 else None
            )
            if told is not None:
                return told.phrase
        before = line
    return None


def called(paper: Paper, sort: str, found: list[Number]) -> list[Called]:
    """Return how likely each of the numbers *found* is that of a paper of this *sort* (see ``kinds``)."""
    first_page = min((one.line.page.nth for one in found), default=1)
    told = []
    for rank, one in enumerate(found):
        score = _MEANS[one.meaning] + _WHERE[one.where] - 0.08 * one.distance
        if one.is_of_another:
            score -= 1.6
        begins = one.start <= len(one.phrase) + 4 or one.where != "before"
        if one.phrase == "our invoice" and sort == "invoice" and begins:
            score += 15.0
        elif one.meaning == "own":
            score += _called(sort, one.phrase)
            if sort == "credit" and _called("invoice", one.phrase) > 0:
                score += ON_A_FORM  # a credit note on the form of an invoice; or the number of the one that is credited
        elif sort == "order" and one.meaning == "order":
            score += 9.0
        elif (sort == "statement" and one.meaning == "account") or (
            sort == "invoice" and _heads_an_account(one)
        ):
            score += 7.0
        elif one.meaning == "account" and sort in ("payslip", "certificate"):
            # a form's serial number at its head; further down it is that of what was looked at
            is_own = sort == "payslip" or (one.phrase in _SERIAL and paper.place(one.cell) < AT_THE_HEAD)
            score += 7.5 * is_own
        elif sort in ("receipt", "bill") and one.meaning == "order":
            score += 7.0
        elif one.meaning == "alone":
            edge = paper.place(one.cell) < 0.3 or (sort == "certificate" and paper.place(one.cell) > 0.4)
            score += 3.0 * (re.match(r"[A-Z]{2,}(?=\d)", one.text) is not None and _begins(one.text, sort))
            score += 2.4 * (edge and sort in ("letter", "certificate", "reminder", "report"))
        elif one.meaning == "ours" and sort in ("letter", "minutes"):
            score += 1.0
        if sort != "certificate" and _is_in_prose(one):  # whose numbers stand in sentences
            score -= 3.5 if sort in ("letter", "minutes", "coursework", "report") else 1.5
        letters = re.sub(r"\W", "", one.text)
        score -= 1.0 * (len(letters) < 2) + 2.0 * (one.line.page.nth != first_page) + 0.03 * min(rank, 30)
        score += 0.5 * (1 - paper.place(one.cell))
        text = initialled(one.text, one.phrase) if one.cell.page.is_picture else one.text
        box, sure = one.cell.box(one.start, one.end), one.cell.sure(one.start, one.end)
        told.append(Called(one.phrase, Found(text, text, box, score, f"{one.meaning}_{one.where}", sure)))
    return told


_SERIAL = frozenset({"serial no", "serial number"})
AT_THE_HEAD = 0.12  #: of the page


def _begins(number: str, sort: str) -> bool:
    """Whether a number begins with the first letters of what its sort is called, as DN of a delivery note."""
    head = number[: next(at for at, c in enumerate(number) if c.isdigit())]
    return any(
        head == "".join(word[0] for word in called.split()).upper() for called in _CALLED.get(sort, ())
    )


def _heads_an_account(one: Number) -> bool:
    """Whether a number stands with its label alone on a line, as “Account No. 12” over what an account is rendered for."""
    return (
        one.meaning == "account"
        and one.where == "before"
        and len(one.line.cells) == 1
        and one.end == len(one.cell.text)
        and one.start <= len(one.phrase) + 4
        and len(one.text) <= SHORT
    )


def _called(sort: str, phrase: str) -> float:
    mine = _CALLED.get(sort, ())
    phrase = _SHORT_FOR_INVOICE.sub("invoice", phrase)
    if any(word in phrase for word in mine):
        return 1.0
    if any(word in phrase for word in _NEUTRAL) or not any(word in phrase for word in _OWN_WORDS):
        return 0.0
    return -5.5


_SHORT_FOR_INVOICE = re.compile(r"\binv\b")
_PARTED = re.compile(r"\s?[·•|]\s?|;\s")


def _is_in_prose(one: Number) -> bool:
    # dots and strokes part facts that stand side by side
    before = _PARTED.split(one.cell.text[: one.start])[-1].split()
    after = _PARTED.split(one.cell.text[one.end :])[0].split()
    small = [word for word in before if word.isalpha() and word.islower()]
    return len(small) >= 3 or len(after) >= 5
