"""Recognising: which file is which document. Certain pairs are made, doubt is told, nothing is used twice."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.changes.recognise import (
    EDITED,
    REPLACED,
    SEVERAL,
    Found,
    FoundFolder,
    Known,
    KnownFolder,
    Recognised,
    Same,
    by_bytes,
    by_inode,
    match_folders,
    moved_together,
)

A, B = (1, "a.pdf"), (1, "b.pdf")


def known(
    id: int, place: tuple[int, str], inode: int, size: int = 10, at: int = 5, sha: bytes = b"s", born: int = 1
) -> Known:
    return Known(id, place, size, inode, at, sha, born)


def found(place: tuple[int, str], inode: int, size: int = 10, at: int = 5, born: int = 1) -> Found:
    return Found(place, size, inode, at, born)


def untold(thing: Known | Found) -> Known | Found:
    """The same on a file system that keeps no births."""
    return replace(thing, born_ns=0)


# documents, files, checksums of the files; pairs of number and place, reasons of doubt, missing, new
CASES = {
    "moved": ([known(1, A, 7)], [found(B, 7)], {}, [(1, B)], [], [], []),
    "swapped": ([known(1, A, 7), known(2, B, 8)], [found(A, 8), found(B, 7)], {}, [(1, B), (2, A)], [], [], []),
    "edited in place": ([known(1, A, 7)], [found(A, 7, at=6)], {}, [(1, A)], [], [], []),
    "replaced as editors save": ([known(1, A, 7)], [found(A, 9, size=3)], {}, [(1, A)], [], [], []),
    "edited and moved": ([known(1, A, 7)], [found(B, 7, size=3, at=6)], {B: b"x"}, [(1, B)], [], [], []),
    "another with its inode": ([known(1, A, 7)], [found(B, 7, size=3, at=6, born=2)], {B: b"x"}, [], [], [1], [B]),
    "another of its size, time and inode": ([known(1, A, 7)], [found(B, 7, born=2)], {B: b"x"}, [], [], [1], [B]),
    "removed, made again with its inode": ([known(1, A, 7)], [found(A, 7, born=2)], {A: b"x"}, [(1, A)], [], [], []),
    "moved over another": ([known(1, A, 7), known(2, B, 8, sha=b"t")], [found(B, 7)], {B: b"s"}, [(1, B)], [], [2], []),
    "two names of one file, both moved": (
        [known(1, A, 7), known(2, B, 7)], [found((2, "a.pdf"), 7), found((2, "b.pdf"), 7)], {},
        [(1, (2, "a.pdf")), (2, (2, "b.pdf"))], [], [], []),
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


# the same where the file system keeps no births: what an inode would have proved alone, is asked or read
UNTOLD = {
    "moved": ([(1, B)], [], [], []),
    "edited and moved": ([], [EDITED], [1], [B]),
    "another with its inode": ([], [EDITED], [1], [B]),
    "another of its size, time and inode": ([], [EDITED], [1], [B]),
    "swapped": ([(1, A), (2, B)], [], [], []),
}


@pytest.mark.parametrize("name", UNTOLD)
def test_without_births_an_inode_alone_proves_nothing(name: str) -> None:
    documents, files, checksums, *_ = CASES[name]
    sums = {B: b"s", **checksums} if name == "moved" else checksums
    result = by_bytes(by_inode(map(untold, documents), map(untold, files)), sums)  # type: ignore[arg-type]
    told = (
        sorted((s.known.id, s.found.place) for s in result.same), [d.why for d in result.doubts],
        [k.id for k in result.missing], [f.place for f in result.new],
    )  # fmt: skip
    assert told == UNTOLD[name]


def test_what_takes_each_others_place_is_written_down_together() -> None:
    swap = [Same(known(1, A, 7), found(B, 7), False), Same(known(2, B, 8), found(A, 8), False)]
    alone = Same(known(3, (1, "c"), 9), found((1, "d"), 9), False)
    row = [
        Same(known(4, (2, "a"), 1), found((2, "b"), 1), False),
        Same(known(5, (2, "b"), 2), found((2, "c"), 2), False),
    ]
    groups = moved_together([swap[0], alone, row[0], swap[1], row[1]])
    assert sorted(sorted(s.known.id for s in group) for group in groups) == [[1, 2], [3], [4, 5]]


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
    """Folders by path (``_`` for a slash): id, parent, inode; the birth is ten times the inode."""
    return {
        path.replace("_", "/").encode(): KnownFolder(
            id, parent, path.rpartition("_")[2], inode, (inode or 0) * 10
        )
        for path, (id, parent, inode) in folders.items()
    }


OLD = {b"": KnownFolder(1, None, "", 100, 1000), **tree(a=(2, 1, 10), a_x=(3, 2, 11), b=(4, 1, 12))}


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
    match = match_folders(OLD, {path: FoundFolder(inode, inode * 10) for path, inode in disk.items()})
    assert (match.moved, match.new, match.gone) == (moved, new, gone)


def test_a_new_folder_with_the_inode_of_one_that_is_gone_is_another() -> None:
    disk = {b"": FoundFolder(100, 1000), b"b": FoundFolder(12, 120), b"c": FoundFolder(10, 999)}
    match = match_folders(OLD, disk)
    assert (match.moved, match.new, sorted(match.gone)) == ({}, [b"c"], [2, 3])


@pytest.mark.parametrize("holds", [True, False])
def test_without_births_a_folder_is_known_by_what_it_holds(holds: bool) -> None:
    disk = {b"": FoundFolder(100), b"b": FoundFolder(12), b"c": FoundFolder(10)}
    match = match_folders(OLD, disk, [], lambda folder, path: holds and (folder, path) == (2, b"c"))
    assert (match.moved, match.new) == (({2: b"c"}, []) if holds else ({}, [b"c"]))


def test_beneath_what_cannot_be_read_nothing_has_gone() -> None:
    disk = {b"": FoundFolder(100, 1000), b"b": FoundFolder(12, 120)}
    assert match_folders(OLD, disk, [b"a"]).gone == []
