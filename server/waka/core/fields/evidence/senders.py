"""Who a paper is from; of papers that go out, whom they go to; of coursework and forms, whose they are.

A sender stands on the letterhead, in the small print at the foot, behind a word such as “Seller”, under a letter, or in
the address of a website. The office's own names and addresses are told apart from all of these; what stands around them
is the window that the paper was sent to.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from statistics import median

from waka.core.fields.alike import words_of

from .context import Found, Paper
from .dates import spots
from .letters import plain
from .page import Cell, Line
from .sums import sums

_LEGAL = (
    r"(?:ltd|limited|plc|llp|inc|corp|corporation|company|co|gmbh(?: & co\.? kg)?|ag|ohg|kg|e\.?\s?k\.?|ug|sarl|s\.a\.r\.l|sas|s\.a\.s|sa|s\.a|eurl|b\.?v|n\.?v|vof|"
    r"sp\.? z ?o\.? ?o|s\.?a|spolka|cic|dac|llc|society|trust)\.?"
)  # fmt: skip
_LEGAL_AT_END = re.compile(rf"(?P<name>[^,;|·•()]*?\b{_LEGAL})(?=$|[\s,;|·•(])(?!\s+[A-Z&][a-z])")
_SELLER = re.compile(
    r"^(?:seller|from|supplier|vendor|issued by|issuer|issuing authority|sold by|supplied by|account name|payee|beneficiary|payable to|make cheques payable to|cheques payable to|"
    r"cheques to|remit to|pay to|prepared by|author|authors|written by|surveyor|assessor|assessed by|assessment by|inspected by|inspector|reported by|report by|stage manager|insurer|underwriter|"
    r"verkaufer|absender|aussteller|kontoinhaber|vendeur|emetteur|fournisseur|titulaire|beneficiaire|verkoper|afzender|leverancier|t\.?n\.?v\.?|"
    r"sprzedawca|wystawca|nadawca|dostawca|odbiorca platnosci)\s?[:.]?\s*"
)  # fmt: skip
_NAME_OF_PERSON = re.compile(
    r"^(?:name|full name|your name|name of (?:pupil|student|learner|trainee|applicant|parent|parent or guardian|parent/guardian|claimant|child|member)|"
    r"(?:pupil|student|learner|trainee|applicant|claimant|employee|cadet|candidate|participant|parent|parent / guardian|parent/guardian|guardian|member)(?:'?s)?(?: name)?|employee name|by|handed in by|submitted by|"
    r"written by|author|payee|claimed by|name of employee|completed by|signed)\s?[:.]?\s*(?=\S|$)"
)  # fmt: skip
_BUYER = re.compile(
    r"^(?:bill(?:ed)? to|invoice(?:d)? to|invoice address|ship to|sold to|deliver(?:y)? (?:to|address)|deliver to|to|for|customer|client|buyer|attn|attention|for the attention of|fao|"
    r"rechnung an|kunde|empfanger|lieferadresse|an|facture a|destinataire|client|adresse de livraison|livre a|factuur aan|klant|aan|t\.a\.v|afleveradres|nabywca|odbiorca|kupujacy|insured|the insured|policyholder|"
    r"supply address|site|premises|ihre anschrift)\s?[:.]?$"
)  # fmt: skip
_CLOSING = re.compile(
    r"^(?:yours (?:sincerely|faithfully|truly|ever|etc)|yours|with? ?kind(?:est)? regards|kind(?:est)? regards|best (?:wishes|regards)|with best wishes|warm regards|regards|many thanks|with thanks|"
    r"sincerely|cordialement|bien a vous|mit freundlichen gru(?:ss|s)en|hochachtungsvoll|met vriendelijke groet(?:en)?|z powazaniem|all the best|love|thanks|thank you|signed)\W*$"
)  # fmt: skip
_HOST = re.compile(r"(?:@|www\.|https?://)(?P<host>[a-z0-9][a-z0-9.-]*\.[a-z]{2,})")
_NOT_A_NAME = re.compile(
    r"\b(?:invoice|receipt|page|date|tel|telephone|phone|fax|e-?mail|www|http|vat|no|number|total|dear|statement|certificate|this is to|copy|original|duplicate|paid|"
    r"registered|bank|sort code|iban|thank you|welcome|terms|customer|account|order|quotation|delivery|note|rechnung|facture|factuur|faktura|gutschrift|avoir|credit|description|"
    r"risk assessment|report|minutes|agenda|worksheet|homework|policy|schedule|please|your|our|ref|datum|subject|urgent|private|confidential|by (?:post|hand|e-?mail)|pro forma|bill|"
    r"with compliments|original|reminder|est|established|since|form|consent|application)\b"
)  # fmt: skip
_ORGANISATION = re.compile(
    r"\b(?:ltd|limited|plc|llp|inc|corp|company|co|gmbh|ag|ohg|sarl|bv|b\.v|trust|trustees|society|council|board|authority|association|institute|foundation|fund|services?|supplies|supply|hire|works|"
    r"school|academy|college|bank|insurance|energy|water|telecom|church|club|guild|office|ministry|bureau|union|partners|partnership|co-operative|solicitors|studio|stores?|shop|yard|"
    r"committee|group|press|media|sons|daughters|brothers|bros|&|and)\b"
)  # fmt: skip
_TITLE_OF_PERSON = re.compile(r"^(?:mr|mrs|ms|miss|dr|prof|rev|sir|lady|mx|herr|frau|mme|m|dhr|mevr|pan|pani)\.?\s")
_COMMITTEE = re.compile(
    r"(?P<name>(?:[A-Z][\w'&-]+ )*(?:(?:and|of|the|for|&) )?(?:[A-Z][\w'&-]+ (?:(?:and|of|the|for|&) )?)*(?:Committee|Board|Council|Group|Trustees|Governors|Panel|Team|Forum|Assembly|Meeting|Association|Club|Subcommittee|Sub-committee|Party)"
    r"(?: of [A-Z][\w'-]+(?: [A-Z][\w'-]+)*)?)"
)  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Office:
    """Who we are, and whom we know."""

    names: Sequence[str] = ()
    addresses: Sequence[str] = ()
    parties: Mapping[str, Sequence[str]] = ()  # type: ignore[assignment]  #: name → its other spellings


class Senders:
    """Finds senders for one office. Built once, for any number of papers."""

    def __init__(self, office: Office) -> None:
        self._ours = [words_of(name) for name in office.names]
        self._addresses = [plain(part.strip()) for address in office.addresses for part in address.split(",") if len(part.strip()) > 4]
        self._known = [
            (" ".join(words_of(spelling)), name)
            for name, spellings in dict(office.parties).items() for spelling in (name, *spellings) if words_of(spelling)
        ]  # fmt: skip

    def find(self, paper: Paper, sort: str, title: Cell | None) -> list[Found[str]]:
        """Return who may have sent *paper*, the likeliest first."""
        if not paper.lines:
            return []
        window = set(self._window(paper))
        found = list(self._candidates(paper, sort, title, window))
        return _merged(found)

    def is_ours(self, text: str) -> bool:
        words = words_of(text)
        return any(_holds(words, name) or (len(words) > 1 and _holds(name, words) and len(words) >= len(name) - 1) for name in self._ours)

    def _candidates(self, paper: Paper, sort: str, title: Cell | None, window: set[int]) -> Iterator[Found[str]]:
        hosts = _hosts(paper)
        everything = " " + " ".join(words_of(" ".join(line.text for line in paper.lines[:300]))) + " "
        heads = list(self._letterhead(paper, title, window))
        ours_at_top = any(self.is_ours(cell.text) for line in paper.first_page[:6] for cell in line.cells if paper.place(cell) < 0.2 and id(cell) not in window)
        persons = list(_behind(paper, _NAME_OF_PERSON))
        if sort in ("coursework", "form", "payslip"):
            for rank, (cell, start, name) in enumerate(persons):
                if _is_name(name, most=6) and not self.is_ours(name):
                    yield _found(cell, start, name, 7.0 - 0.4 * rank, "person")
            if sort == "coursework":
                yield from self._writers(paper, title)
        if sort == "minutes":
            yield from _committees(paper)
        if sort in ("letter", "reminder", "order", "remittance") and ours_at_top:
            yield from self._addressee(paper, window)
        for cell, start, name in _behind(paper, _SELLER):
            if _is_name(name) and not self.is_ours(name):
                bonus = 1.5 if sort == "report" else 0.0
                yield self._told(cell, start, name, 5.0 + bonus, "seller", hosts, everything)
        for cell, score in heads:
            name = _short(cell.text)
            if not self.is_ours(name):
                yield self._told(cell, cell.text.find(name), name, score, "letterhead", hosts, everything)
        for cell, start, name in _small_print(paper):
            if not self.is_ours(name):
                yield self._told(cell, start, name, 2.6, "small_print", hosts, everything)
        if sort in ("letter", "reminder", "other"):
            for rank, (cell, name) in enumerate(_signatures(paper)):
                if not self.is_ours(name):
                    yield _found(cell, 0, name, (3.4 if not heads else 1.2) - 0.5 * rank, "signature")
        yield from self._parties(paper, window)

    def _told(self, cell: Cell, start: int, name: str, score: float, why: str, hosts: Iterable[str], everything: str) -> Found[str]:
        words = words_of(name)
        joined = "".join(words)
        for host in hosts:
            if len(host) > 3 and (host in joined or joined in host or any(len(w) > 4 and w in host for w in words)):
                score += 1.6
                why += "+host"
                break
        score += 0.4 * min(3, everything.count(" " + " ".join(words) + " ") - 1)
        score += 0.6 * bool(re.search(rf"\b{_LEGAL}$", plain(name)))
        score += 0.5 * bool(_ORGANISATION.search(plain(name)))
        return _found(cell, max(0, start), name, score, why)

    def _letterhead(self, paper: Paper, title: Cell | None, window: set[int]) -> Iterator[tuple[Cell, float]]:
        first = paper.first_page
        usual = median([word.height for line in first for cell in line.cells for word in cell.words] or [10.0])
        for at, line in enumerate(first[:14]):
            for cell in line.cells:
                place = paper.place(cell)
                if place > 0.3 or cell is title or id(cell) in window or not _is_name(_short(cell.text)):
                    continue
                large = cell.height / max(1.0, usual)
                yield cell, 3.4 + 1.6 * min(1.5, max(0.0, large - 1.0)) - 3.0 * place - 0.22 * at

    def _window(self, paper: Paper) -> Iterator[int]:
        """Yield the ids of the cells that say whom a paper is for: around our own names, and under words for a buyer."""
        lines = paper.first_page
        for at, line in enumerate(lines):
            for cell in line.cells:
                if _BUYER.match(plain(cell.text)):
                    yield from self._column(paper, line, cell, 5)
                elif paper.place(cell) > 0.07 and (self.is_ours(cell.text) or plain(cell.text) in self._addresses) and cell.height < 14 and at > 1:
                    yield from self._column(paper, line, cell, 5)
                    above = paper.above(line, cell)
                    if above is not None and _TITLE_OF_PERSON.match(plain(above.text)):
                        yield id(above)

    def _column(self, paper: Paper, line: Line, cell: Cell, most: int) -> Iterator[int]:
        yield id(cell)
        for _ in range(most):
            below = paper.below(line, cell)
            if below is None or below[2].top - cell.bottom > 1.1 * cell.height or abs(below[2].left - cell.left) > 6:
                return
            line, _, cell = below
            yield id(cell)

    def _addressee(self, paper: Paper, window: set[int]) -> Iterator[Found[str]]:
        """Whom a paper of our own is for: the block above the date or beneath it, before anybody is greeted."""
        block = 0.0
        for line in paper.first_page:
            for cell in line.cells:
                text = plain(cell.text)
                if text.startswith("dear "):
                    return
                place = paper.place(cell)
                if place < 0.09 or place > 0.45 or self.is_ours(cell.text) or any(a in text for a in self._addresses):
                    continue
                name = _BUYER_NAME.sub("", cell.text)
                if _is_name(name, most=8) and not spots(cell.text):
                    organised = bool(_ORGANISATION.search(plain(name)))
                    yield _found(cell, cell.text.find(name), name, 6.0 + 0.8 * organised - 0.35 * block, "addressee")
                    block += 1

    def _writers(self, paper: Paper, title: Cell | None) -> Iterator[Found[str]]:
        """Whose a piece of coursework is, where no label says it: by line, or a name alone beneath the title."""
        for at, line in enumerate(paper.first_page[:8]):
            for cell in line.cells:
                for match in re.finditer(r"(?:^|\b(?:by|from)\s)([A-ZÀ-Ž][\w'’-]+(?: [A-ZÀ-Ž][\w'’.-]*){1,3})(?=\s*(?:$|,|\(|·|\||–|-|\d))", cell.text):
                    name = match[1]
                    if cell is not title and _is_name(name, most=4) and not self.is_ours(name):
                        by = match[0] != name
                        yield _found(cell, match.start(1), name, 3.5 + 2.0 * by - 0.3 * at, "by")

    def _parties(self, paper: Paper, window: set[int]) -> Iterator[Found[str]]:
        """Parties that we know and that are named on the paper, outside the window."""
        for line in paper.first_page:
            for cell in line.cells:
                if id(cell) in window or len(cell.words) > 16:
                    continue
                told = f" {' '.join(words_of(cell.text))} "
                for words, name in self._known:
                    if f" {words} " in told and not self.is_ours(name):
                        share = len(words) / max(1, len(told) - 2)
                        place = paper.place(cell)
                        edge = 1.0 if place < 0.25 or place > 0.85 else 0.0
                        yield _found(cell, 0, name, 3.2 + 1.6 * share + edge - 0.5 * place, "known")


_BUYER_NAME = re.compile(r"^(?:To|For|FAO|Attn\.?|Deliver to|Supplier)\s?:?\s+")


def _holds(words: Sequence[str], part: Sequence[str]) -> bool:
    size = len(part)
    return 0 < size <= len(words) and any(list(words[at : at + size]) == list(part) for at in range(len(words) - size + 1))


def _short(text: str) -> str:
    """Return a line without what follows a name there: an address, a telephone."""
    text = re.split(r"\s[·•|–-]\s|[,;(]\s?(?=\S*\d)|,\s|\s{2,}|\s/\s", text)[0]
    return text.strip(" .,:;·•*-–|“”\"")


def _is_name(text: str, most: int = 9) -> bool:
    words = text.split()
    if not 1 <= len(words) <= most or len(text) < 3 or len(text) > 70:
        return False
    letters = sum(c.isalpha() for c in text)
    if letters < 0.7 * len(text.replace(" ", "")) or sum(c.isdigit() for c in text) > 2 or "@" in text or "www" in text.lower():
        return False
    if not (text[0].isupper() or text.isupper() or text[0].isdigit() or not text[0].isascii()):
        return False
    return not _NOT_A_NAME.search(plain(text)) and not sums(text) and not spots(text)


def _behind(paper: Paper, words: re.Pattern[str]) -> Iterator[tuple[Cell, int, str]]:
    """Yield the names that stand behind or beneath certain words."""
    for line, at, cell in paper.cells():
        match = words.match(plain(cell.text))
        if match is None:
            continue
        rest = cell.text[match.end() :].strip(" :.")
        if rest:
            if match[0].rstrip()[-1:] in ":." or cell.text[match.end() - 1 : match.end()] == " ":
                name = _short(re.split(r"\s(?:Date|Class|Form|Year|Tel|Group|Set|Mark|on)\b", rest)[0])
                yield cell, cell.text.find(name), name
            continue
        following = line.cells[at + 1] if at + 1 < len(line.cells) else None
        if following is not None and _is_name(_short(following.text)) and not _is_label(following.text):
            yield following, 0, _short(following.text)
            continue
        below = paper.below(line, cell)
        if below is not None:
            yield below[2], 0, _short(below[2].text)


def _is_label(text: str) -> bool:
    told = plain(text)
    return any(words.fullmatch(told.strip(" :.")) for words in (_BUYER, _SELLER, _NAME_OF_PERSON)) or told.endswith(":")


def _small_print(paper: Paper) -> Iterator[tuple[Cell, int, str]]:
    for line in paper.lines:
        for cell in line.cells:
            place = paper.place(cell)
            if place > 0.8 or (place < 0.25 and len(cell.words) > 3) or len(paper.lines) < 40:
                folded = plain(cell.text)
                for match in _LEGAL_AT_END.finditer(folded):
                    start, end = match.span("name")
                    name = cell.text[start:end].strip(" .,:-")
                    name = re.sub(r"^(?:.*\b(?:by|to|of|is|from|for|payable|name)\b:?\s+)(?=[A-ZÀ-Ž])", "", name)
                    if len(name.split()) > 1 and _is_name(name):
                        yield cell, max(0, cell.text.find(name)), name


def _signatures(paper: Paper) -> Iterator[tuple[Cell, str]]:
    """Yield the names beneath a letter's closing words."""
    closed: Cell | None = None
    for line, _, cell in paper.cells():
        if _CLOSING.match(plain(cell.text)):
            closed = cell
        elif closed is not None and (cell.page is not closed.page or cell.top > closed.top):
            if cell.page is closed.page and cell.top - closed.bottom > 110:
                return
            name = _short(re.sub(r"^(?:pp|p\.p\.)\s", "", cell.text))
            if _is_name(name, most=6):
                yield cell, name


def _committees(paper: Paper) -> Iterator[Found[str]]:
    for at, line in enumerate(paper.first_page[:10]):
        for cell in line.cells:
            text = cell.text.title() if cell.text.isupper() else cell.text
            for match in _COMMITTEE.finditer(text):
                name = re.sub(r"^(?:Minutes|Agenda|Notes|Meeting)(?: Of)?(?: The)?\s|^(?:The|A|Of)\s", "", match["name"], flags=re.IGNORECASE)
                if len(name.split()) >= 2:
                    yield _found(cell, max(0, cell.text.find(name)), name, 7.0 - 0.3 * at - 1.0 * name.endswith("Meeting"), "committee")


def _hosts(paper: Paper) -> list[str]:
    """Return the names of the hosts on a paper, without what all hosts have."""
    found = []
    for line in paper.lines:
        if "@" in line.text or "www" in line.text or "http" in line.text:
            for match in _HOST.finditer(line.text.lower()):
                found.append(re.sub(r"[^a-z0-9]", "", match["host"].removeprefix("www.").rsplit(".", 1)[0]))
    return found


def _found(cell: Cell, start: int, name: str, score: float, why: str) -> Found[str]:
    start = max(0, start)
    return Found(name, name, cell.box(start, start + len(name)), score, why)


def _merged(found: Iterable[Found[str]]) -> list[Found[str]]:
    best: dict[str, Found[str]] = {}
    for one in sorted(found, key=lambda f: -f.score):
        key = " ".join(sorted(words_of(one.value)))
        known = best.get(key)
        if known is None:
            best[key] = one
        else:
            name = one.value if one.why == "known" else known.value
            best[key] = Found(name, known.text, known.box, known.score + min(1.2, max(0.0, 0.25 * one.score)), known.why)
    return sorted(best.values(), key=lambda f: -f.score)
