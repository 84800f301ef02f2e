"""Recognising: which file is which document. Certain pairs are made, doubt is told, nothing is used twice."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.changes.recognise import (
    EDITED,
    REPLACED,
    SEVERAL,
    Found,
    Known,
    KnownFolder,
    Recognised,
    by_bytes,
    by_inode,
    match_folders,
)

A, B = (1, "a.pdf"), (1, "b.pdf")


def known(
    id: int, place: tuple[int, str], inode: int, size: int = 10, at: int = 5, sha: bytes = b"s"
) -> Known:
    return Known(id, place, size, inode, at, sha)


def found(place: tuple[int, str], inode: int, size: int = 10, at: int = 5) -> Found:
    return Found(place, size, inode, at)


# documents, files, checksums of the files; pairs of number and place, reasons of doubt, missing, new
CASES = {
    "moved": ([known(1, A, 7)], [found(B, 7)], {}, [(1, B)], [], [], []),
    "swapped": ([known(1, A, 7), known(2, B, 8)], [found(A, 8), found(B, 7)], {}, [(1, B), (2, A)], [], [], []),
    "edited in place": ([known(1, A, 7)], [found(A, 7, at=6)], {}, [(1, A)], [], [], []),
    "replaced as editors save": ([known(1, A, 7)], [found(A, 9, size=3)], {}, [(1, A)], [], [], []),
    "edited and moved": ([known(1, A, 7)], [found(B, 7, size=3, at=6)], {B: b"x"}, [], [EDITED], [1], [B]),
    "only touched and moved": ([known(1, A, 7)], [found(B, 7, at=6)], {B: b"s"}, [(1, B)], [], [], []),
    "made way for another": ([known(1, A, 7)], [found(B, 7), found(A, 9)], {}, [(1, B)], [REPLACED], [], [A]),
    "copied and removed": ([known(1, A, 7)], [found(B, 9)], {B: b"s"}, [(1, B)], [], [], []),
    "two copies": ([known(1, A, 7)], [found(B, 9), found((1, "c"), 8)], {B: b"s", (1, "c"): b"s"}, [],
                   [SEVERAL, SEVERAL], [1], [B, (1, "c")]),
    "two copies, one with the name": ([known(1, A, 7)], [found((2, "a.pdf"), 9), found(B, 8)],
                                      {(2, "a.pdf"): b"s", B: b"s"}, [(1, (2, "a.pdf"))], [], [], [B]),
    "empty files are alike": ([known(1, A, 7, size=0)], [found(B, 9, size=0)], {B: b"s"}, [], [], [1], [B]),
    "removed": ([known(1, A, 7)], [], {}, [], [], [1], []),
    "new": ([], [found(B, 9)], {B: b"s"}, [], [], [], [B]),
}  # fmt: skip


@pytest.mark.parametrize("case", CASES.values(), ids=CASES.keys())
def test_each_way(case: tuple) -> None:  # type: ignore[type-arg]
    documents, files, checksums, pairs, doubts, missing, new = case
    result = by_bytes(by_inode(documents, files), checksums)
    assert sorted((s.known.id, s.found.place) for s in result.same) == sorted(pairs)
    assert [d.why for d in result.doubts] == doubts
    assert [k.id for k in result.missing] == missing
    assert [f.place for f in result.new] == new


places = st.tuples(st.integers(1, 2), st.sampled_from("abcd"))
documents = st.dictionaries(
    places, st.tuples(st.integers(1, 5), st.integers(0, 2), st.sampled_from([b"x", b"y"]))
)
files = st.dictionaries(
    places, st.tuples(st.integers(1, 5), st.integers(0, 2), st.sampled_from([b"x", b"y"]))
)


@given(documents, files)
def test_nothing_is_used_twice_and_nothing_is_forgotten(
    before: dict[tuple[int, str], tuple[int, int, bytes]],
    after: dict[tuple[int, str], tuple[int, int, bytes]],
) -> None:
    known_ones = [
        known(n, p, inode, size, 5, sha) for n, (p, (inode, size, sha)) in enumerate(before.items())
    ]
    found_ones = [found(p, inode, size) for p, (inode, size, _) in after.items()]
    result: Recognised = by_bytes(
        by_inode(known_ones, found_ones), {p: sha for p, (_, _, sha) in after.items()}
    )
    ids = [s.known.id for s in result.same] + [k.id for k in result.missing]
    taken = [s.found.place for s in result.same] + [f.place for f in result.new]
    assert sorted(ids) == list(range(len(before)))
    assert sorted(taken) == sorted(after)
    for doubt in result.doubts:
        assert doubt.found in result.new


def tree(**folders: tuple[int, int | None, int | None]) -> dict[bytes, KnownFolder]:
    """Folders by path (``_`` for a slash): id, parent, inode."""
    return {
        path.replace("_", "/").encode(): KnownFolder(id, parent, path.rpartition("_")[2], inode)
        for path, (id, parent, inode) in folders.items()
    }


OLD = {b"": KnownFolder(1, None, "", 100), **tree(a=(2, 1, 10), a_x=(3, 2, 11), b=(4, 1, 12))}


@pytest.mark.parametrize(
    ("disk", "moved", "new", "gone"),
    [
        ({b"": 100, b"a": 10, b"a/x": 11, b"b": 12}, {}, [], []),
        ({b"": 100, b"c": 10, b"c/x": 11, b"b": 12}, {2: b"c"}, [], []),
        ({b"": 100, b"a": 10, b"b": 12, b"b/x": 11}, {3: b"b/x"}, [], []),
        ({b"": 100, b"a": 12, b"b": 10, b"b/x": 11}, {2: b"b", 4: b"a"}, [], []),
        ({b"": 100, b"a": 10, b"a/x": 11, b"b": 12, b"b/n": 13}, {}, [b"b/n"], []),
        ({b"": 100, b"a": 10, b"a/x": 11}, {}, [], [4]),
        ({b"": 100, b"a": 99, b"a/x": 98, b"b": 12}, {}, [], []),  # made again: the same places
    ],
    ids=["nothing", "renamed", "moved", "swapped", "new", "gone", "made again"],
)
def test_folders(disk: dict[bytes, int], moved: dict[int, bytes], new: list[bytes], gone: list[int]) -> None:
    match = match_folders(OLD, disk)
    assert (match.moved, match.new, match.gone) == (moved, new, gone)


def test_beneath_what_cannot_be_read_nothing_has_gone() -> None:
    assert match_folders(OLD, {b"": 100, b"b": 12}, [b"a"]).gone == []
