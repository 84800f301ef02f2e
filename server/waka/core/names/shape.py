"""What names a pattern can make, as an automaton: can fields be told apart, where does a name stop?

A pattern is turned into its position automaton (V. M. Glushkov, "The abstract theory of automata",
1961; also called the standard automaton): one state for every character position of the pattern.
Two different paths for one name mean that the name can be read in two ways, which is found by
walking all pairs of states that one text can reach (the classical test for unambiguity of a finite
automaton; R. Book, S. Even, S. Greibach, G. Ott, "Ambiguity in graphs and expressions", 1971).

Signs are taken from a small alphabet (printable ASCII and one letter each way beyond it): within a
class, no pattern treats two other signs differently.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field

from .formats import MONTHS, DateFormat, TextFormat
from .pattern import FORBIDDEN, Pattern, Slot
from .values import FieldType

DIGITS = frozenset("0123456789")
BEYOND = "\u00e9"  # stands for every sign beyond ASCII
ALPHABET = frozenset(chr(c) for c in range(32, 127)) | {BEYOND}


@dataclass(frozen=True, slots=True)
class Expr:
    """A piece of an automaton under construction: its first and last positions."""

    nullable: bool
    first: frozenset[int]
    last: frozenset[int]


@dataclass
class Shape:
    """The position automaton of a pattern."""

    signs: list[frozenset[str]] = field(default_factory=list)  #: by position
    owner: list[str | None] = field(default_factory=list)  #: the field, None for literal text
    follow: list[set[int]] = field(default_factory=list)
    whole: Expr = Expr(True, frozenset(), frozenset())

    @classmethod
    def of(cls, pattern: Pattern) -> Shape:
        shape = cls()
        word = ALPHABET - pattern.reserved - FORBIDDEN - {pattern.style.joiner, " "}
        pieces = [
            shape._slot(part, word, pattern.style.joiner)
            if isinstance(part, Slot)
            else shape._text(part.text, None)
            for part in pattern.parts
        ]
        shape.whole = shape._seq(pieces)
        return shape

    def _one(self, signs: frozenset[str], owner: str | None) -> Expr:
        self.signs.append(signs)
        self.owner.append(owner)
        self.follow.append(set())
        here = frozenset({len(self.signs) - 1})
        return Expr(False, here, here)

    def _text(self, text: str, owner: str | None) -> Expr:
        return self._seq([self._one(frozenset({_sign(c)}), owner) for c in text])

    def _seq(self, pieces: Sequence[Expr]) -> Expr:
        whole = Expr(True, frozenset(), frozenset())
        for piece in pieces:
            for position in whole.last:
                self.follow[position] |= piece.first
            whole = Expr(
                whole.nullable and piece.nullable,
                whole.first | piece.first if whole.nullable else whole.first,
                whole.last | piece.last if piece.nullable else piece.last,
            )
        return whole

    def _either(self, pieces: Sequence[Expr]) -> Expr:
        return Expr(
            any(p.nullable for p in pieces),
            frozenset().union(*(p.first for p in pieces)),
            frozenset().union(*(p.last for p in pieces)),
        )

    def _repeated(self, piece: Expr) -> Expr:
        for position in piece.last:
            self.follow[position] |= piece.first
        return piece

    def _maybe(self, piece: Expr) -> Expr:
        return Expr(True, piece.first, piece.last)

    def _slot(self, slot: Slot, word: frozenset[str], joiner: str) -> Expr:
        body = self._seq(
            [self._text(slot.before, None), self._value(slot, word, joiner),
             self._text(slot.after, None)]
        )  # fmt: skip
        return self._maybe(body) if slot.optional else body

    def _value(self, slot: Slot, word: frozenset[str], joiner: str) -> Expr:
        name = slot.field
        if isinstance(slot.format, DateFormat):
            return self._seq(
                [self._token(t, name) if tok else self._text(t, name) for t, tok in slot.format.parts]
            )
        if slot.type is FieldType.MONEY:
            sign = self._maybe(self._one(frozenset("-"), name))
            return self._seq([sign, self._digits(1, name), self._text(".", name),
                              self._one(DIGITS, name), self._one(DIGITS, name)])  # fmt: skip
        return self._words(slot.format, name, word, joiner)

    def _words(self, format: TextFormat, name: str, word: frozenset[str], joiner: str) -> Expr:
        if format.zeros:
            return self._digits(format.zeros, name)
        if format.short:
            letters = frozenset("abcdefghijklmnopqrstuvwxyz") | DIGITS
            return self._repeated(self._one(letters, name))
        head = self._repeated(self._one(word, name))
        if not joiner or format.initials or format.words == 1:
            return head
        if format.words is not None:
            each = [
                self._seq([self._text(joiner, name), self._repeated(self._one(word, name))])
                for _ in range(format.words - 1)
            ]
            return self._seq([head, *each])
        more = self._seq([self._text(joiner, name), self._repeated(self._one(word, name))])
        return self._seq([head, self._maybe(self._repeated(more))])

    def _digits(self, least: int, name: str) -> Expr:
        fixed = [self._one(DIGITS, name) for _ in range(least - 1)]
        return self._seq([*fixed, self._repeated(self._one(DIGITS, name))])

    def _token(self, token: str, name: str) -> Expr:
        if token in ("mon", "month"):
            # "may" is short and long alike; a set keeps each spelling once
            names = sorted({m[:3] if token == "mon" else m for m in MONTHS})
            return self._either(
                [self._seq([self._one(frozenset({c, c.upper()}), name) for c in m]) for m in names]
            )
        if token in ("m", "d"):  # no zero before it
            return self._seq([self._one(DIGITS - {"0"}, name), self._maybe(self._one(DIGITS, name))])
        if token == "school":
            return self._seq([self._digits_of(4, name), self._text("-", name), self._digits_of(2, name)])
        width = {"yyyy": 4, "q": 1}.get(token, 2)
        return self._digits_of(width, name)

    def _digits_of(self, width: int, name: str) -> Expr:
        return self._seq([self._one(DIGITS, name) for _ in range(width)])

    def ambiguity(self) -> tuple[str, ...] | None:
        """Return the fields that cannot be told apart when a name is read back, or None."""
        start = [(p, q) for p in self.whole.first for q in self.whole.first
                 if p <= q and self.signs[p] & self.signs[q]]  # fmt: skip
        seen: set[tuple[int, int]] = set(start)
        parents: dict[tuple[int, int], set[tuple[int, int]]] = {pair: set() for pair in start}
        todo = list(start)
        while todo:
            pair = todo.pop()
            for p in self.follow[pair[0]]:
                for q in self.follow[pair[1]]:
                    if not self.signs[p] & self.signs[q]:
                        continue
                    after = (min(p, q), max(p, q))
                    parents.setdefault(after, set()).add(pair)
                    if after not in seen:
                        seen.add(after)
                        todo.append(after)
        return self._told_apart_by(seen, parents)

    def _told_apart_by(
        self,
        seen: set[tuple[int, int]],
        parents: dict[tuple[int, int], set[tuple[int, int]]],
    ) -> tuple[str, ...] | None:
        """Keep the pairs from which both paths can end, and name the fields that differ there."""
        todo = [(p, q) for p, q in seen if p in self.whole.last and q in self.whole.last]
        ends = set(todo)
        while todo:
            for before in parents[todo.pop()]:
                if before not in ends:
                    ends.add(before)
                    todo.append(before)
        mixed = {
            owner
            for p, q in ends
            if p != q and self.owner[p] != self.owner[q]
            for owner in (self.owner[p], self.owner[q])
            if owner
        }
        return tuple(sorted(mixed)) if mixed else None

    def stop(self, stem: str) -> tuple[int, tuple[str, ...]]:
        """Return how far *stem* follows the pattern and which fields could go on there."""
        live: set[int] = set(self.whole.first)
        for at, c in enumerate(stem):
            held = {p for p in live if _sign(c) in self.signs[p]}
            if not held:
                return at, self._fields(live)
            live = set().union(*(self.follow[p] for p in held))
        return len(stem), self._fields(live)

    def _fields(self, positions: set[int]) -> tuple[str, ...]:
        return tuple(dict.fromkeys(o for p in sorted(positions) if (o := self.owner[p])))


def _sign(c: str) -> str:
    return c if c in ALPHABET else BEYOND


def ambiguity(pattern: Pattern) -> tuple[str, ...] | None:
    """Return the fields of *pattern* that cannot be told apart when read back, or None."""
    return Shape.of(pattern).ambiguity()
