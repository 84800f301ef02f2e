"""Checking steps against what stands there, before anything moves."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec.structs import replace

from waka.core.changes.check import Collision, Planned, Snapshot, Subject, check
from waka.core.changes.step import Spot
from waka.core.names import name_key
from waka.core.words import blocks

ONE: Subject = ("document", 1)
TWO: Subject = ("document", 2)


def step(position: int, subject: Subject, source: tuple[int, str] | None, target: tuple[int, str] | None, *,
         copies: bool = False) -> Planned:  # fmt: skip
    return Planned(
        position=position, subject=subject, keeps_source=copies,
        source=Spot(folder=source[0], name=source[1]) if source else None,
        target=Spot(folder=target[0], name=target[1]) if target else None,
    )  # fmt: skip


def codes(
    *steps: Planned, names: dict[int, list[tuple[str, Subject]]] | None = None, **more: object
) -> list[str]:
    snapshot = Snapshot(names=names or {}, lengths={}, **more)  # type: ignore[arg-type]
    return [finding.code for finding in check(steps, snapshot).findings]


MOVE = step(1, ONE, (5, "a.pdf"), (6, "a.pdf"))
CASES = [
    ([MOVE], {}, []),
    ([MOVE], {6: [("a.pdf", TWO)]}, ["taken"]),
    ([MOVE], {6: [("A.PDF", TWO)]}, ["twin"]),
    ([step(1, ONE, (5, "a.pdf"), (5, "a.pdf"))], {5: [("a.pdf", ONE)]}, ["already_there"]),
    ([step(1, ONE, (5, "a.pdf"), (5, "A.pdf"))], {5: [("a.pdf", ONE)]}, []),  # only its case changes
    ([step(1, ONE, (5, "a.pdf"), (5, "a.pdf"), copies=True)], {5: [("a.pdf", ONE)]}, ["taken"]),
    ([step(1, TWO, (6, "a.pdf"), (7, "a.pdf")), MOVE], {6: [("a.pdf", TWO)]}, []),  # freed by the first
    ([MOVE, step(2, TWO, (7, "a.pdf"), (6, "a.pdf"))], {}, ["same_target"]),  # two with one target
    ([step(1, ONE, (5, "a.pdf"), (5, "a:b.pdf"))], {}, ["refused_sign"]),
    ([step(1, ONE, (5, "a:b.pdf"), (6, "a:b.pdf"))], {}, []),  # its name was like that before
    ([step(1, ONE, (5, "a.pdf"), (5, "pdf a.txt"))], {}, ["other_extension"]),
    ([step(1, ONE, (5, "a.pdf"), (5, "b.PDF"))], {}, []),
    ([step(1, ("folder", 1), (5, "a.pdf"), (5, "b"))], {}, []),  # of a folder it is only a name
    ([step(1, ONE, (5, "a.pdf"), None)], {}, []),
    ([MOVE, step(2, TWO, (6, "a.pdf"), (7, "a.pdf"))], {6: [("a.pdf", TWO)]}, []),  # freed by the second
    ([MOVE, step(2, ONE, (5, "a.pdf"), (7, "a.pdf"))], {}, ["same_source"]),
    ([MOVE, step(2, TWO, (6, "a.pdf"), (5, "a.pdf"))], {5: [("a.pdf", ONE)], 6: [("a.pdf", TWO)]},
     ["by_temporary_name"]),
]  # fmt: skip


@pytest.mark.parametrize(("steps", "names", "expected"), CASES)
def test_findings(
    steps: list[Planned], names: dict[int, list[tuple[str, Subject]]], expected: list[str]
) -> None:
    assert codes(*steps, names=names) == expected


def test_what_is_hidden_is_refused_without_a_word_of_it() -> None:
    [finding] = check([MOVE], Snapshot(names={}, lengths={}, hidden={6: [name_key("A.pdf")]})).findings
    assert finding.code == "unusable" and finding.facts == {}


@given(st.lists(st.sampled_from(["a.pdf", "A.pdf", "b.pdf", "a-2.pdf"]), min_size=1, max_size=8))
def test_beside_always_finds_a_name(names: list[str]) -> None:
    steps = [
        replace(step(at, ("document", at), (5, name), (6, name)), collision="beside")
        for at, name in enumerate(names, 10)
    ]
    checked = check(steps, Snapshot(names={6: [("a.pdf", TWO)]}, lengths={}))
    assert checked.findings == []
    keys = [name_key(one.target.name) for one in checked.steps if one.target]
    assert len(set(keys)) == len(keys) and name_key("a.pdf") not in keys


def test_what_already_stands_beside_stays() -> None:
    there = {6: [("a.pdf", TWO), ("a-2.pdf", ONE)]}
    beside = replace(step(1, ONE, (6, "a-2.pdf"), (6, "a.pdf")), collision="beside")
    follower = replace(step(2, ("document", 3), (5, "a.pdf"), (6, "a.pdf")), collision="beside")
    checked = check([beside, follower], Snapshot(names=there, lengths={}))
    assert [f.code for f in checked.findings] == ["already_there"]
    assert [one.target.name for one in checked.steps if one.target] == ["a-3.pdf"]


@given(
    st.lists(st.integers(0, 4), min_size=1, max_size=5, unique=True),
    st.lists(st.sampled_from(["a.pdf", "a-2.pdf", "a-3.pdf", "A.pdf", "b.pdf"]), min_size=5, max_size=5),
    st.sampled_from(["beside", "wait"]),
)
def test_what_goes_beside_or_waits_meets_no_other(
    moving: list[int], targets: list[str], policy: Collision
) -> None:
    stands = {f"a-{at}.pdf" if at > 1 else ["a.pdf", "b.pdf"][at]: at for at in range(5)}
    steps = [
        replace(step(at + 1, ("document", at), (5, name), (5, targets[at])), collision=policy)
        for name, at in stands.items() if at in moving
    ]  # fmt: skip
    names: dict[int, list[tuple[str, Subject]]] = {5: [(n, ("document", at)) for n, at in stands.items()]}
    checked = check(steps, Snapshot(names=names, lengths={}))
    assert all(not blocks(f.code) for f in checked.findings)
    for one in checked.steps:
        assert one.source is not None and one.target is not None and one.source != one.target
        assert stands.pop(one.source.name) == one.subject[1]
        assert name_key(one.target.name) not in {name_key(name) for name in stands}
        stands[one.target.name] = one.subject[1]
    assert sorted(stands.values()) == list(range(5))


SAME = replace(MOVE, collision="same", digest=b"x")
BEHIND = step(2, TWO, (7, "b.pdf"), (5, "a.pdf"))  # wants the place that MOVE would free
LEFT = [
    # policy, what stands at the target, its bytes, what is said
    (replace(MOVE, collision="wait"), ["taken", "left_waiting"]),
    (SAME, ["taken", "identical"]),
    (replace(SAME, digest=b"y"), ["taken"]),
    (replace(MOVE, collision="version"), ["new_version"]),
]


@pytest.mark.parametrize(("first", "expected"), LEFT)
def test_what_is_left_out_is_in_the_way_of_others(first: Planned, expected: list[str]) -> None:
    there = {5: [("a.pdf", ONE)], 6: [("a.pdf", ("document", 3))]}
    checked = check([first, BEHIND], Snapshot(names=there, lengths={}, digests={3: b"x"}))
    assert sorted(f.code for f in checked.findings) == sorted(expected)


def test_a_folder_does_not_go_into_itself() -> None:
    into = Planned(position=1, subject=("folder", 2), source=Spot(folder=1, name="Letters"),
                   target=Spot(folder=4, name="Letters"))  # fmt: skip
    above: dict[int, int | None] = {4: 3, 3: 2, 2: 1, 1: None}
    [finding] = check([into], Snapshot(names={}, lengths={}, above=above)).findings
    assert finding.code == "into_itself"


NAMES = [f"{letter}.pdf" for letter in "abcdefgh"]


@st.composite
def rearrangements(draw: st.DrawFn) -> list[tuple[int, str, str]]:
    """Some of eight documents in one folder take names that are unique in the end, old ones among them."""
    targets = draw(st.permutations([*NAMES, "x.pdf", "y.pdf", "z.pdf"]))
    wanted = list(zip(range(8), NAMES, targets, strict=False))
    moving = draw(st.sets(st.integers(0, 7)))
    kept = {name for at, name, _ in wanted if at not in moving}
    return [(at, name, target) for at, name, target in wanted if at in moving and target not in kept]


@given(rearrangements())
def test_the_order_finds_every_name_free(wanted: list[tuple[int, str, str]]) -> None:
    stands = {name: at for at, name in enumerate(NAMES)}
    staying = {at for at in range(8)} - {at for at, _, _ in wanted}
    wanted = [w for w in wanted if stands.get(w[2]) not in staying]
    names: dict[int, list[tuple[str, Subject]]] = {5: [(n, ("document", at)) for n, at in stands.items()]}
    steps = [step(at + 1, ("document", at), (5, name), (5, target)) for at, name, target in wanted]
    checked = check(steps, Snapshot(names=names, lengths={}))
    if any(blocks(f.code) for f in checked.findings):
        return  # a name that stays was wanted after all
    for one in checked.steps:
        assert one.source is not None and one.target is not None
        assert stands.pop(one.source.name) == one.subject[1]
        assert one.target.name not in stands, "never onto what is there"
        stands[one.target.name] = one.subject[1]
    for at, _, target in wanted:
        assert stands[target] == at
    circles = [f for f in checked.findings if f.code == "by_temporary_name"]
    assert len(checked.steps) == len([w for w in wanted if w[1] != w[2]]) + len(circles)
