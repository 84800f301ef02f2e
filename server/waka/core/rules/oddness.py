"""Why a name does not keep to the pattern that holds where it stands, and what it could be called."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from waka.core.changes.findings import Said, said
from waka.core.names import Fields, FieldValue, Missing, Parsed, Parties, Pattern, compose, fold, parse
from waka.core.names.compose import Composed
from waka.core.names.parse import split_known
from waka.core.names.spotting import common_forms, spot

SHOWN = 16  #: characters of a name that are told where it goes astray
ASKED = 200  #: names of a folder that tell in which form its dates are written
CLEAR = ("yyyy-mm-dd", "yyyy.mm.dd", "yyyymmdd")  #: forms of dates that can be meant in one way only
LEAST_LETTERS = 3  #: of what is left of a name to tell what the document is


@dataclass(frozen=True, slots=True, kw_only=True)
class Case:
    """A name without its extension, and what is known of its document."""

    stem: str
    fields: Fields
    pattern: Pattern  #: that holds where it stands
    earlier: Sequence[Pattern]  #: that may have made it, the likeliest first


@dataclass(frozen=True, slots=True, kw_only=True)
class Judged:
    reasons: tuple[Said, ...]  #: empty where it conforms
    stem: str | None = None  #: what it could be called; None where a field is missing
    fields: Fields | None = (
        None  #: what the name tells beyond what is known, by an earlier pattern or a guess
    )
    by_earlier: bool = False  #: an earlier pattern made it
    guessed: bool = False  #: what is missing was guessed from the name


def judge(cases: Sequence[Case], parties: Parties, label: Callable[[str], str]) -> list[Judged]:
    """Return why each name does not conform and what it could be called. *label*: what a field is called.

    The names of one folder are given together: those without a known date tell in which form dates are written there.
    """
    asking = [case.stem for case in cases if "when" not in case.fields][:ASKED]
    forms = [form for form, _ in common_forms(asking)[:1]] if len(asking) > 1 else []
    return [_judge(case, parties, label, forms) for case in cases]


def _judge(case: Case, parties: Parties, label: Callable[[str], str], forms: Sequence[str]) -> Judged:
    parsed = parse(case.pattern, case.stem, parties)
    if isinstance(parsed, Parsed):
        return Judged(reasons=())
    for earlier in case.earlier:
        # the form is asked first, which is quick
        read = parse(earlier, case.stem, parties) if split_known(earlier, case.stem) is not None else None
        if isinstance(read, Parsed):
            told = {code: value for code, value in read.fields.items() if code not in case.fields}
            made = compose(case.pattern, {**told, **case.fields}, parties)
            lacks = _lacks(made, label)
            reasons = (said("named_by_earlier", text=earlier.text), *lacks)
            stem = made.stem if isinstance(made, Composed) else None
            return Judged(reasons=reasons, stem=stem, fields=told, by_earlier=True)
    astray = _astray(case.stem, parsed.at, [label(code) for code in parsed.expected])
    made = compose(case.pattern, case.fields, parties)
    if isinstance(made, Composed):
        return Judged(reasons=(astray,), stem=made.stem)
    guess = dict(_guess(case, forms))
    again = compose(case.pattern, {**guess, **case.fields}, parties) if guess else made
    stem = again.stem if isinstance(again, Composed) else None
    return Judged(
        reasons=(astray, *_lacks(made, label)),
        stem=stem,
        fields=guess if stem else None,
        guessed=stem is not None,
    )


def _astray(stem: str, at: int, expected: Sequence[str]) -> Said:
    rest = stem[at : at + SHOWN].strip()
    if not rest:
        return said("name_ends_before", fields=list(expected))
    return said("name_goes_astray", text=rest, fields=list(expected))


def _lacks(made: Composed | Missing, label: Callable[[str], str]) -> tuple[Said, ...]:
    if isinstance(made, Composed):
        return ()
    return (said("nothing_known", fields=[label(lack.field) for lack in made.lacks]),)


def _guess(case: Case, forms: Sequence[str]) -> Iterator[tuple[str, FieldValue]]:
    """Yield what a name that no pattern made tells by itself: a date, and what is left as what it is about."""
    stem = case.stem
    for form in (*CLEAR, *forms):
        found = spot(stem, form)
        if found is not None:
            if "when" not in case.fields:
                yield "when", found.value
            stem = f"{stem[: found.start]} {stem[found.end :]}"
            break
    words = " ".join(fold(stem).replace("_", " ").replace("-", " ").replace(".", " ").split())
    if "what" not in case.fields and sum(sign.isalpha() for sign in words) >= LEAST_LETTERS:
        yield "what", words
