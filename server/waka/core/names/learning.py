"""What pattern explains names that are there: proposed from their shapes, and proved by reading them.

A date is looked for first (``spotting``). What stands before and after it is taken apart where the same signs part
most of the names, and then word by word from both ends, as long as a column of words says what it is: the same word in
all, a number, a sum, a kind, a short form. What is left is free text, a person or a party. Every guess becomes a
pattern, and counts for what it reads back: a wrong one reads little.
"""

from __future__ import annotations

import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass

from .columns import FEWEST, Column, Shaping, Unclear, Vocabulary, most
from .parse import Parsed, parse
from .pattern import FORBIDDEN, Pattern, PatternError, Style
from .shape import ambiguity
from .spotting import Spot, common_forms
from .values import FIELD_TYPES

LONGEST = 240
ENOUGH = 500  #: names that a pattern is learned from; it is proved on all
SHOWN = 5  #: proposals at the most
_ROLES = {
    "expires": re.compile(r"\b(exp|expires|valid (to|until))\W*$", re.I),
    "due": re.compile(r"\bdue\W*$", re.I),
}
_WEIGHTS = {
    "": 0.75,
    "what": 0.25,
    "assignment": 0.25,
    "reference": 0.5,
    "who": 0.75,
    "learner": 0.75,
}  #: "": what stands between fields
_RUN_TOGETHER = re.compile(r"[a-z][A-Z]")


@dataclass(frozen=True, slots=True, kw_only=True)
class Proposal:
    """A pattern, and how many of the names it reads back."""

    pattern: Pattern
    reads: int
    left: tuple[str, ...]  #: the names that it does not
    told: float  #: how much of the names is told by fields that say what they are


def propose(stems: Sequence[str], known: Vocabulary) -> list[Proposal]:
    """Return patterns for *stems*, names without extensions; first the one whose fields tell most of what is written.

    Only patterns whose fields can be told apart, and that read at least half. Nothing is learned of fewer than three.
    """
    if len(stems) < FEWEST:
        return []
    some = stems[:: 1 + len(stems) // ENOUGH]
    found: dict[str, Proposal] = {}
    for text, style in _guesses(some, known):
        try:
            pattern = Pattern.read(text, style)
        except PatternError:
            continue
        if text not in found and ambiguity(pattern) is None:
            found[text] = _proved(pattern, some, known)
    best = _ranked(found.values(), len(some))[:SHOWN]
    return best if len(some) == len(stems) else _ranked(
        (_proved(one.pattern, stems, known) for one in best), len(stems)
    )  # fmt: skip


def _ranked(found: Iterable[Proposal], count: int) -> list[Proposal]:
    good = [one for one in found if one.reads * 2 >= count]
    return sorted(good, key=lambda one: (-one.told, len(one.pattern.text)))


def _proved(pattern: Pattern, stems: Sequence[str], known: Vocabulary) -> Proposal:
    told, left = 0.0, []
    for stem in stems:
        parsed = parse(pattern, stem, known.parties)
        if isinstance(parsed, Parsed):
            told += sum(len(s.text) * _weight(s.field) for s in parsed.segments)
        else:
            left.append(stem)
    return Proposal(pattern=pattern, reads=len(stems) - len(left), left=tuple(left), told=told)


def _weight(field: str | None) -> float:
    """Return how much a letter of *field* counts: free text explains little, a number less than a date."""
    return _WEIGHTS.get(field or "", 1.0)


def _guesses(stems: Sequence[str], known: Vocabulary) -> Iterator[tuple[str, Style]]:
    forms: list[tuple[str | None, list[Spot | None]]] = [
        *common_forms(stems)[:4],
        (None, [None] * len(stems)),
    ]
    for form, spots in forms:
        pairs = [(s, at) for s, at in zip(stems, spots, strict=True) if form is None or at is not None]
        bare = [stem if at is None else stem[: at.start] + stem[at.end :] for stem, at in pairs]
        for joiner in _joiners(bare):
            try:
                yield _guess(pairs, form, joiner, known)
            except Unclear:
                continue


def _joiners(stems: Sequence[str]) -> list[str]:
    """Return what may stand between words, the likeliest first: nothing where capitals within a word tell them."""
    signs = [sign for sign in (" ", "-", "_") if any(sign in stem for stem in stems)]
    return ["", *signs] if most(_RUN_TOGETHER.search(stem) is not None for stem in stems) else [*signs, ""]


def _guess(
    pairs: Sequence[tuple[str, Spot | None]], form: str | None, joiner: str, known: Vocabulary
) -> tuple[str, Style]:
    shaping = Shaping(joiner, known)
    if form is None:
        columns = shaping.columns([stem for stem, _ in pairs])
    else:
        cut = [(stem[: at.start], stem[at.end :]) for stem, at in pairs if at is not None]
        before = [head for head, _ in cut]
        role = next(
            (code for code, says in _ROLES.items() if most(bool(says.search(one)) for one in before)), "when"
        )
        dated = Column([""] * len(cut), field=role, format=f" {form}")
        columns = [*shaping.columns(before), dated, *shaping.columns([tail for _, tail in cut])]
    _name(columns, joiner or " ")
    cased = any(sign.isupper() for stem, _ in pairs for sign in stem)
    case = "title" if not joiner else "keep" if cased else "lower"
    return _text(columns, joiner), Style(joiner=joiner, case=case, transliterate=False, longest=LONGEST)


def _name(columns: Sequence[Column], joiner: str) -> None:
    """Give every free text its field: a person, a party, an assignment, or what. Raises ``Unclear``."""
    taken = {one.field for one in columns if one.field}
    free = [one for one in columns if one.literal is None and one.field is None]

    def give(one: Column, code: str, format: str = "") -> None:
        if code in taken:
            raise Unclear
        one.field, one.format = code, one.format or format
        taken.add(code)
        free.remove(one)

    people = [one for one in free if all(_is_person(value.split(joiner)) for value in one.values)]
    if people and len(free) > 1:
        give(people[0], "learner", " words 2" if people[0].adjoins else "")
        numbered = [
            one for one in free if sum(any(c.isdigit() for c in v) for v in one.values) * 2 >= len(one.values)
        ]
        if numbered:
            give(numbered[0], "assignment")
    parties = [one for one in free if "who" not in taken and _may_be_party(one, joiner, alone=len(free) == 1)]
    if parties:
        give(min(parties, key=lambda one: len(set(one.values))), "who")
    if (
        len(free) == 2
        and "who" not in taken
        and not any(sign.isdigit() for one in free for v in one.values for sign in v)
    ):
        give(min(free, key=lambda one: sum(map(len, one.values))), "who")
    for one in list(free):
        give(one, "what")


def _is_person(words: Sequence[str]) -> bool:
    return len(words) == 2 and all(
        word.isalpha() and word[0].isupper() and word[1:].islower() for word in words
    )


def _may_be_party(one: Column, joiner: str, *, alone: bool) -> bool:
    """Whether names stand there that come again; where it is the only text, each word has to begin with a capital."""
    comes_again = len(set(one.values)) < len(one.values)
    return comes_again and all(
        all(word[:1].isupper() for word in (value.split(joiner) if alone else [value]))
        for value in one.values
    )


def _text(columns: Sequence[Column], joiner: str) -> str:
    out = []
    for at, one in enumerate(columns):
        if one.literal is not None:
            if any(sign in FORBIDDEN or ord(sign) < 32 for sign in one.literal):
                raise Unclear
            out.append(one.literal.replace("{", "{{").replace("}", "}}"))
            continue
        assert one.field is not None and one.field in FIELD_TYPES
        # a number that further words could follow ends with its first
        is_one_word = one.field == "reference" and not any(joiner in value for value in one.values)
        format = one.format or (" words 1" if is_one_word and _is_next_to(columns, at, joiner) else "")
        before = f'"{one.before}" ' if one.before else ""
        out.append(f"{{{before}{one.field}{format}{'?' if one.optional else ''}}}")
    return "".join(out)


def _is_next_to(columns: Sequence[Column], at: int, joiner: str) -> bool:
    """Whether a number could go on as further words, or be the last of those before it."""
    before = columns[at - 1].literal if at else None
    after = columns[at + 1].literal if at + 1 < len(columns) else None
    return bool(joiner) and ((before or "").endswith(joiner) or (after or "").startswith(joiner))
