"""From names that a person corrected to the shortest sentence that explains them.

A search over sentences, the nearest first: from the old names, each clause that could bring them nearer to the new ones
is tried, and the best results of each length are gone on with (a beam search; the nearness is V. I. Levenshtein's
distance, "Binary codes capable of correcting deletions, insertions, and reversals", 1966). Of all sentences that
explain the examples, the one is meant that says least and meets something in most of the other names. Where sentences
that say hardly more make another name of one, that name is in doubt, and is the next to be asked for.
"""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from rapidfuzz.distance import Levenshtein

from waka.core.names.extension import split_extension
from waka.core.names.spotting import DAY_OR_MONTH, FORMS, TWO_WAYS, common_forms, spot

from .clauses import (
    LETTERS,
    MENDS,
    Add,
    CallAll,
    Clause,
    Context,
    Drop,
    DropFolder,
    Move,
    Put,
    Tidy,
    Wrap,
    Write,
    WriteAll,
)
from .parts import PARTS, Part, tokens
from .sentence import Renamed, Sentence

BEAM = 40  #: results of each length that are gone on with
LONGEST = 7  #: clauses
MOST_FOUND = 60  #: sentences that explain the examples
UNMET = 3.0  #: what it costs a sentence that a clause meets nothing in all other names
DOUBT = 1.5  #: sentences that cost so much more count as what might have been meant
MOST_RIVALS = 6
JUDGED = 400  #: names that sentences are judged by
SIGNS = (" ", "-", "_", ".", " - ", ", ")


@dataclass(frozen=True, slots=True)
class Told:
    """What becomes of a name, and whether that is in doubt: sentences that explain the examples as well differ."""

    old: str
    renamed: Renamed
    in_doubt: bool


@dataclass(frozen=True, slots=True)
class Found:
    """The sentence that explains the examples, None where none does."""

    sentence: Sentence | None
    names: Sequence[Told]
    others: Sequence[Sentence] = ()  #: that explain them as well, and differ somewhere
    ask: int | None = None  #: the place of the name whose correction would tell most


def contexts_of(
    names: Sequence[str], folders: Sequence[str], *, month_first: bool = False, year_begins: int = 1
) -> list[Context]:
    """Return what each of *names* stands in, in their order: they tell in which forms their dates are written.

    Digits that can be read in two ways are read as the other names show it, otherwise as *month_first* says.
    """
    stems = [split_extension(name)[0] for name in names]
    found = {form: sum(one is not None for one in spots) for form, spots in common_forms(stems)}
    common = list(found)
    # what the names themselves show counts first
    for day, month in DAY_OR_MONTH if month_first else ():
        if day in found and found[day] == found.get(month):
            common.remove(month)
            common.insert(common.index(day), month)
    forms = [*common, *(form for form in FORMS if form not in common and form not in TWO_WAYS)]
    # a year alone is no date here: it would hide the numbers beside it
    shared = tuple(form for form in forms if form != "yyyy")
    return [
        Context(forms=shared, folder=folder, count=at, year_begins=year_begins)
        for at, folder in enumerate(folders, 1)
    ]


def explain(names: Sequence[str], examples: Mapping[int, str], places: Sequence[Context]) -> Found:
    """Return the sentence that makes of each old name in *examples* its new one, and what it makes of all *names*.

    *examples*: new names by the places of the old ones in *names*; *places*: what each name stands in. Extensions stay.
    """
    pairs: list[_Pair] = []
    for at, new in sorted(examples.items()):
        goal = _stem_of(new, names[at])
        if goal is None:
            return _nothing(names)
        pairs.append((split_extension(names[at])[0], goal, places[at]))
    solved = _search(pairs) if any(old != goal for old, goal, _ in pairs) else []
    if not solved:
        return _nothing(names)
    ranked = _ranked(solved, names, places)
    best_score, best = ranked[0]
    rivals = _differing(
        best, [one for score, one in ranked[1:] if score <= best_score + DOUBT], names, places
    )
    told = []
    made = [best.apply(name, place) for name, place in zip(names, places, strict=True)]
    times = Counter((place.folder, one.name) for one, place in zip(made, places, strict=True))
    for at, (name, place, renamed) in enumerate(zip(names, places, made, strict=True)):
        # what would be called as another one is surely meant otherwise
        is_alike = times[place.folder, renamed.name] > 1 and renamed.name != name
        differ = any(rival.apply(name, place).name != renamed.name for rival in rivals)
        told.append(
            Told(name, renamed, in_doubt=at not in examples and (differ or is_alike or bool(renamed.unmet)))
        )
    return Found(best, told, rivals, _most_telling(told, places, rivals))


def _nothing(names: Sequence[str]) -> Found:
    return Found(None, [Told(name, Renamed(name), in_doubt=False) for name in names])


def _stem_of(new: str, old: str) -> str | None:
    """Return the new stem; None where the correction changes the extension, which no sentence does."""
    extension = split_extension(old)[1]
    return new.removesuffix(extension) if new.endswith(extension) and new != extension else None


def _most_telling(told: Sequence[Told], places: Sequence[Context], rivals: Sequence[Sentence]) -> int | None:
    """Return the place of the name of which the sentences make the most different things."""
    asked = [
        (len({rival.apply(one.old, place).name for rival in rivals}), -at)
        for at, (one, place) in enumerate(zip(told, places, strict=True))
        if one.in_doubt
    ]
    return -max(asked)[1] if asked else None


def _differing(
    best: Sentence, rivals: Sequence[Sentence], names: Sequence[str], places: Sequence[Context]
) -> list[Sentence]:
    """Return the likeliest of *rivals* that make something else of a name than *best* and those before them do."""
    some = list(zip(names, places, strict=True))[:: 1 + len(names) // JUDGED]
    seen = {tuple(best.apply(name, place).name for name, place in some)}
    found: list[Sentence] = []
    for rival in rivals:
        made = tuple(rival.apply(name, place).name for name, place in some)
        if made not in seen and len(found) < MOST_RIVALS:
            seen.add(made)
            found.append(rival)
    return found


def _ranked(
    solved: Sequence[Sentence], names: Sequence[str], places: Sequence[Context]
) -> list[tuple[float, Sentence]]:
    step = 1 + len(names) // JUDGED
    some = list(zip(names, places, strict=True))[::step]
    scored = []
    for sentence in solved:
        unmet = sum(bool(r.unmet) or r.empty for r in (sentence.apply(n, p) for n, p in some))
        scored.append((sentence.cost + UNMET * unmet / len(some), sentence))
    return sorted(scored, key=lambda one: (one[0], len(one[1].text), one[1].text))


_Pair = tuple[str, str, Context]  #: a stem as it is, as it is to be, and its context


def _search(pairs: Sequence[_Pair]) -> list[Sentence]:
    """Return sentences that explain all *pairs*, in the order of their finding."""
    start = tuple(old for old, _, _ in pairs)
    goals = tuple(goal for _, goal, _ in pairs)
    solved: list[Sentence] = []
    layer: dict[tuple[str, ...], list[tuple[Clause, ...]]] = {start: [()]}
    seen = {start}
    until = LONGEST
    for length in range(1, LONGEST + 1):
        reached: dict[tuple[str, ...], list[tuple[Clause, ...]]] = {}
        for state, ways in layer.items():
            for clause in _candidates(state, goals, pairs):
                after = _applied(clause, state, pairs)
                if after is None or after == state:
                    continue
                longer = [(*way, clause) for way in ways[:4]]
                if after == goals:
                    solved += [Sentence(way) for way in longer]
                elif after not in seen:
                    reached.setdefault(after, []).extend(longer)
        seen |= reached.keys()
        if solved and until == LONGEST:
            until = min(LONGEST, length + 1)  # what says a little more may have been meant
        if length >= until or len(solved) >= MOST_FOUND:
            break
        nearest = sorted(reached, key=lambda state: _distance(state, goals, reached[state][0]))[:BEAM]
        layer = {state: reached[state] for state in nearest}
    return sorted(solved, key=lambda one: one.cost)[:MOST_FOUND]


def _distance(state: Sequence[str], goals: Sequence[str], way: Sequence[Clause]) -> float:
    return sum(Levenshtein.distance(a, b) for a, b in zip(state, goals, strict=True)) + sum(
        c.cost for c in way
    )


def _applied(clause: Clause, state: Sequence[str], pairs: Sequence[_Pair]) -> tuple[str, ...] | None:
    """Return what the clause makes of all stems; one that has nothing for it stays. None where none has."""
    after = [clause.apply(stem, context) for stem, (_, _, context) in zip(state, pairs, strict=True)]
    if all(one is None for one in after):
        return None
    return tuple(stem if one is None else one for stem, one in zip(state, after, strict=True))


def _candidates(state: Sequence[str], goals: Sequence[str], pairs: Sequence[_Pair]) -> Iterator[Clause]:
    """Yield the clauses that could bring a stem nearer to its goal: told by the first one that is not there yet."""
    stem, goal, context = next((s, g, p[2]) for s, g, p in zip(state, goals, pairs, strict=True) if s != g)
    present = [Part(text) for text in PARTS if Part(text).find(stem, context.forms) is not None]
    runs = _runs(stem, context)
    in_goal = goal.casefold()
    literal = [Part(f'"{run}"') for run in runs if run.casefold() not in in_goal]
    yield from (Drop(part) for part in (*present, *literal))
    counted = re.fullmatch(r"(.*[^0-9 _-])[ _-]*([0-9]+)", goal)
    if counted is not None and int(counted[2]) == context.count:  # a name that all share, and a counter
        yield CallAll(f'"{counted[1]}"')
    if context.folder:
        yield DropFolder()
        yield CallAll("the folder")
        yield from (
            Add("the folder", where, sign) for where in ("first", "last") for sign in SIGNS if sign in goal
        )
    yield from _written(stem, goal, context, present)
    yield from (WriteAll(how) for how in LETTERS)
    yield from (Tidy(how) for how in MENDS)
    yield from (
        Put(old, new) for old in SIGNS for new in ("", *SIGNS)
        if old != new and old in stem and (new in goal) and goal.count(old) < stem.count(old)
    )  # fmt: skip
    if goal.count("(") > stem.count("("):
        yield from (Wrap(part) for part in present)
    signs = [sign for sign in SIGNS if sign in goal]
    for part in present:
        yield from (Move(part, "first", sign) for sign in signs)
        yield from (Move(part, "last", sign) for sign in signs)
    yield from _added(stem, goal, context, present)


def _runs(stem: str, context: Context) -> list[str]:
    """Return the words of *stem*, and what they make of two or three of them."""
    found = tokens(stem, context.forms)
    return [
        stem[found[a].start : found[b].end]
        for a in range(len(found)) for b in range(a, min(a + 3, len(found)))
    ]  # fmt: skip


def _written(stem: str, goal: str, context: Context, present: Sequence[Part]) -> Iterator[Clause]:
    for part in present:
        place = part.find(stem, context.forms)
        assert place is not None  # it is present
        text = stem[place.start : place.end]
        if part.text == "the date":
            yield from (Write(part, form) for form in FORMS if spot(goal, form) is not None)
        elif part.text.endswith("number"):
            widths = {len(n) for n in re.findall(r"[0-9]+", goal) if int(n) == int(text)}
            yield from (Write(part, "0" * width) for width in widths)
    news = [token.text for token in tokens(goal, context.forms) if token.text not in stem]
    for token in tokens(stem, context.forms):
        if token.kind == "word" and not re.search(rf"(?<![^\W_]){re.escape(token.text)}(?![^\W_])", goal):
            yield from (Write(Part(f'"{token.text}"'), f'"{new}"') for new in news[:6])


def _added(stem: str, goal: str, context: Context, present: Sequence[Part]) -> Iterator[Clause]:
    if stem and goal.endswith(stem):
        yield Add(f'"{goal[: -len(stem)]}"', "first")
    if stem and goal.startswith(stem):
        yield Add(f'"{goal[len(stem) :]}"', "last")
    head = re.match(r"([0-9]+)([^0-9A-Za-z]*)", goal)
    if head is not None and int(head[1]) == context.count:
        yield Add(f"a counter {'0' * len(head[1])}", "first", head[2])
    tail = re.search(r"([^0-9A-Za-z]*)([0-9]+)$", goal)
    if tail is not None and int(tail[2]) == context.count:
        yield Add(f"a counter {'0' * len(tail[2])}", "last", tail[1])
    if len(goal) > len(stem):
        # the one place where something stands in the goal that the stem has not
        before = next((at for at, (a, b) in enumerate(zip(stem, goal, strict=False)) if a != b), len(stem))
        new = goal[before : before + len(goal) - len(stem)]
        if stem[:before] + new + stem[before:] == goal:
            for part in present:
                place = part.find(stem, context.forms)
                if place is not None and place.end <= before and not stem[place.end : before].strip(" _-."):
                    gap = stem[place.end : before]
                    # said from the end of the part on, wherever the difference was seen first
                    if gap and new.endswith(gap):
                        yield Add(f'"{gap}{new[: -len(gap)]}"', f"after {part.text}")
                    elif not gap:
                        yield Add(f'"{new}"', f"after {part.text}")
