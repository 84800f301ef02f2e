"""The fields of a paper, read from its words: each with its candidates, the likeliest first, and the place of each."""

from __future__ import annotations

import re
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import date
from decimal import Decimal
from typing import TypeVar

from waka.core.fields.alike import words_of
from waka.core.fields.office import DateOrder

from . import codes, exact
from .context import Found, Paper
from .letters import plain
from .ours import Office
from .own_date import dated, not_before, own_dates, with_meaning
from .own_number import Called, called, numbers, own_numbers
from .page import Page, lines_of
from .senders import Senders
from .sorts import KIND_OF, Sorted, sorted_paper
from .subject import first_line, for_a_name, subjects
from .total import currency, priced, totals

T = TypeVar("T")

LEAST_SORT = 1.0  #: the score below which nobody can say what a paper is, and so nothing else of it
LEAST_DATE, LEAST_TOTAL, LEAST_SENDER = (
    1.2,
    2.5,
    1.5,
)  #: scores below which nothing is said
_PRICED = frozenset(
    {
        "invoice",
        "credit",
        "receipt",
        "bill",
        "quote",
        "proforma",
        "order",
        "statement",
        "remittance",
        "payslip",
        "reminder",
        "form",
    }
)
_OWED = frozenset(
    {"invoice", "credit", "bill", "proforma", "reminder"}
)  #: sorts that are to be paid by a day
_LASTING = frozenset({"certificate", "report"})  #: sorts that hold until a day
_UNNUMBERED = frozenset({"minutes", "photo"})
FEWEST_ON_PAPER = 8  #: words: a picture with fewer is none of a paper
CALLED_TOTAL = 4.5
FIRST_PAGES, LAST_PAGES = 6, 2  #: of a long document, that are read for its fields


@dataclass(frozen=True, slots=True, kw_only=True)
class Read:
    """What a paper says of itself. Lists are candidates, the likeliest first; [] where it says nothing."""

    sorts: Sequence[Sorted] = ()
    kind: str | None = None
    who: Sequence[Found[str]] = ()
    when: Sequence[Found[date]] = ()
    due: Sequence[Found[date]] = ()
    expires: Sequence[Found[date]] = ()
    what: Sequence[Found[str]] = ()
    reference: Sequence[Found[str]] = ()
    numbers: Sequence[Called] = ()  #: of which references are told
    amount: Sequence[Found[Decimal]] = ()
    currency: str | None = None


@dataclass(frozen=True, slots=True)
class Part:
    """A document, or a file in one, such as a mail's attachment."""

    pages: Sequence[Page]
    facts: Mapping[str, str] = field(default_factory=dict)  #: what it says exactly


class Clerk:
    """Reads papers for one office."""

    def __init__(self, office: Office, order: DateOrder = "day_first", currency: str = "GBP") -> None:
        self._senders, self._order, self._currency = Senders(office), order, currency

    def read(self, parts: Sequence[Part]) -> Read:
        """Return what a document says of itself. Of a mail, what is in it is usually the paper."""
        if not parts:
            return Read()
        body, *inner = parts
        if body.facts.get("sort") != "mail":
            return self._read(body)
        papers = [
            (one, self._read(one))
            for one in inner
            if (one.pages or one.facts) and one.facts.get("sort") != "mail"
        ]
        # of several, the one that is most clearly a paper; what is exact before all
        papers = [(one, read) for one, read in papers if read.kind != "photo"]
        papers.sort(key=lambda pair: -(99 if pair[0].facts.get("sort") in _EXACT else _clearness(pair[1])))
        mail = self._mail(body)
        if papers and _clearness(papers[0][1]) >= CLEAR:
            return _filled_up(papers[0][1], mail)
        return mail

    def _mail(self, body: Part) -> Read:
        """A mail is a letter, where its text is not a bill."""
        read = self._read(body)
        facts = body.facts
        name, address = exact.mailbox(facts.get("who", ""))
        if self._senders.ours.is_ours(name) or self._senders.ours.is_our_address(address):
            to, _ = exact.mailbox(facts.get("to", ""))
            name = to or name
        name = name or address
        sent = exact.day(facts, "when", 5.6)
        sort = read.sorts[0].sort if read.sorts else "letter"
        said = plain(facts.get("what", ""))
        if not read.amount and (named := next((bill for bill, word in _SUBJECTS if word in said), None)):
            again = self._words(body.pages, named)
            if again.amount and again.amount[0].why.startswith("total"):
                sort, read = named, again
        if sort in _BILLS and read.amount and read.reference:
            return replace(read, who=_first(read.who, name, 4.6), when=[*read.when, *sent])
        return replace(
            read, kind="letter", sorts=[Sorted("letter", 6.0, "mail"), *read.sorts], who=[*_named(name, 7.0), *read.who],
            when=[*sent, *read.when], what=[*_named(for_a_name(_REPLIED.sub("", facts.get("what", ""))), SUBJECT), *read.what], due=[], amount=[], reference=[one for one in read.reference if one.why.startswith("ours")],
        )  # fmt: skip

    def _read(self, part: Part) -> Read:
        facts = part.facts
        read = self._words(part.pages)
        if facts.get("sort") == "photo" and sum(len(page.words) for page in part.pages) < FEWEST_ON_PAPER:
            return Read(
                kind="photo", sorts=[Sorted("photo", 6.0, "exact")], when=exact.day(facts, "when", 5.0)
            )
        if facts.get("sort") == "card":
            # what it is called is not for a calendar or an address book to say
            return Read(
                who=exact.text(facts, "who"), when=exact.day(facts, "when"), what=exact.text(facts, "what")
            )
        if facts.get("sort") not in _EXACT:
            return self._coded(part, read)
        sort = facts["sort"]
        return replace(
            read,
            kind=KIND_OF[sort],
            sorts=[Sorted(sort, exact.CERTAIN, "exact", read.sorts[0].title if read.sorts else None)],
            who=exact.seen_on(exact.text(facts, "who"), read.who, _same_name),
            when=exact.seen_on(exact.day(facts, "when"), read.when),
            due=exact.seen_on(exact.day(facts, "due"), read.due),
            reference=exact.seen_on(exact.text(facts, "reference"), read.reference),
            amount=exact.seen_on(exact.amount(facts), read.amount),
            currency=facts.get("currency"),
        )

    def _coded(self, part: Part, read: Read) -> Read:
        """Return *read*, and what codes printed on the first pages say of it."""
        said = [code for page in part.pages[:FIRST_PAGES] for code in page.codes]
        asked = codes.payment(said)
        if asked is None:
            return replace(read, reference=codes.in_bars(read.reference, said)) if said else read
        if not read.sorts or read.sorts[0].score < LEAST_SORT:
            read = self._words(part.pages, "invoice")  # whatever it is called, somebody wants to be paid
        payee = asked.payee if len(asked.payee) < codes.LONGEST_NAME else ""
        who = [] if self._senders.ours.is_ours(payee) else [self._senders.as_known(payee)]
        amount = [asked.amount] if asked.amount is not None and read.sorts[0].sort in _PRICED else []
        return replace(
            read,
            who=exact.seen_on(_coded(who), read.who, _same_name),
            amount=exact.seen_on(_coded(amount), read.amount),
            currency=asked.currency if amount else read.currency,
            reference=codes.referred_to(read.reference, asked.refers_to),
        )

    def _words(self, pages: Sequence[Page], as_sort: str | None = None) -> Read:
        kept = (
            pages if len(pages) <= FIRST_PAGES + LAST_PAGES else [*pages[:FIRST_PAGES], *pages[-LAST_PAGES:]]
        )
        paper = Paper(lines_of(kept))
        if not paper.lines:
            return Read()
        prices = priced(paper)
        sums = totals(paper, prices)
        adds_up = bool(sums) and sums[0].why.endswith("adds_up")
        sorts = [Sorted(as_sort, 5.0, "subject")] if as_sort else sorted_paper(paper, adds_up)
        sort = sorts[0].sort if sorts else "other"
        days = dated(paper, self._order)
        amounts = sums if sort in _PRICED else []
        # where nothing is called a total, the best of what there is, which says little for itself
        amounts = [one for one in amounts if one.score >= LEAST_TOTAL] or _best_guess(amounts)
        if sort in ("reminder", "form"):
            # they speak of sums of other papers as well: only what is called a total counts
            amounts = [one for one in amounts if one.why.startswith("total") and one.score > CALLED_TOTAL]
        if sort == "credit":
            amounts = [replace(one, value=-abs(one.value)) for one in amounts]
        title = sorts[0].title if sorts else None
        if not sorts or sorts[0].score < LEAST_SORT:
            return Read(
                sorts=sorts,
                kind="other",
                what=list(first_line(paper)),
                when=[one for one in own_dates(paper, days, sort) if one.why.startswith("own")],
            )
        when = [one for one in own_dates(paper, days, sort) if one.score >= LEAST_DATE]
        found = called(paper, sort, numbers(paper)) if sort not in _UNNUMBERED else []
        who = [one for one in self._senders.find(paper, sort, title) if one.score >= LEAST_SENDER]
        what = subjects(paper, sort, title)
        return Read(
            sorts=sorts,
            kind=KIND_OF.get(sort, "other"),
            who=who,
            when=when,
            due=not_before(with_meaning(days, "due"), when) if sort in _OWED else [],
            expires=with_meaning(days, "expiry") if sort in _LASTING else [],
            # who wrote it, in the largest letters, is not what it is about
            what=[one for one in what if not who or not _same_name(one.value, who[0].value)],
            reference=own_numbers(found),
            numbers=found,
            amount=amounts,
            currency=currency(paper, amounts[0], prices, self._currency) if amounts else None,
        )


SUBJECT = 8.0  #: the score of the subject of a mail
_REPLIED = re.compile(r"^(?:(?:re|fwd?|aw|wg|tr|antw|odp|doorst)\s?(?:\[\d+\])?:\s*)+", re.IGNORECASE)
CLEAR = 2.4  #: the score of a sort from which on a paper in a mail is what the mail is about
_SUBJECTS = (
    ("invoice", "invoice"),
    ("invoice", "rechnung"),
    ("invoice", "facture"),
    ("receipt", "receipt"),
    ("bill", "bill"),
)
_EXACT = frozenset({"invoice", "credit"})
_BILLS = frozenset({"invoice", "credit", "receipt", "bill", "quote", "proforma", "order"})


def _best_guess(amounts: Sequence[Found[Decimal]]) -> list[Found[Decimal]]:
    """Return what is called a sum before tax, else the largest that was not handed over: no tax, and nothing carried over."""
    largest = max(amounts, key=lambda one: abs(one.value), default=None)
    if largest is None or largest.why.startswith("old"):
        return []  # it goes on where all else stands, on another page
    values, paid = (
        {abs(one.value) for one in amounts if one.why.startswith(begin)} for begin in ("", "paid")
    )
    handed_over = {one for one in paid if any(one - change in values for change in paid - {one})}
    could_be = [
        one
        for one in amounts
        if not one.why.startswith(("old", "tax"))
        and abs(one.value) not in handed_over
        and not (one.value < 0 and one.why.startswith("paid"))  # what was paid before, taken off
    ]
    return sorted(could_be, key=lambda one: (not one.why.startswith("net"), -abs(one.value)))[:2]


def _coded(values: Sequence[T]) -> list[Found[T]]:
    """Return what a payment code says as it is found; nothing of what is empty."""
    return [Found(one, str(one), None, exact.CERTAIN, codes.IN_PAYMENT_CODE) for one in values if one != ""]


def _same_name(one: str, other: str) -> bool:
    return words_of(one) == words_of(other)


def _clearness(read: Read) -> float:
    return read.sorts[0].score if read.sorts else 0.0


def _named(name: str, score: float) -> list[Found[str]]:
    return [Found(name, name, None, score, "mail")] if name else []


def _first(found: Sequence[Found[str]], name: str, score: float) -> list[Found[str]]:
    return sorted([*found, *_named(name, score)], key=lambda one: -one.score)


def _filled_up(read: Read, mail: Read) -> Read:
    """Return what the paper in a mail says; who sent it, where it does not say that itself."""
    return replace(read, who=read.who or mail.who, when=read.when or mail.when)
