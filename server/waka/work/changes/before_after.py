"""The folders that a list touches and those above, with their documents before and after, as Folders counts them."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence

from waka.core.changes.summary import FolderChange
from waka.core.ids import FolderId
from waka.core.names import readable

from .emptied import Moves
from .structure import Structure

MOST_FOLDERS = 2_000  #: that are told
CROWDED = 1_000  #: documents in one folder that make it hard to look through
Node = FolderId | str  #: a folder by number, or by path where the list makes it


def _totals(own: Mapping[Node, int], above: Mapping[Node, Node | None]) -> Counter[Node]:
    """Return the documents in each folder with all beneath it."""
    totals: Counter[Node] = Counter()
    for node, count in own.items():
        for at in _way_up(node, above):
            totals[at] += count
    return totals


def before_and_after(
    structure: Structure, moves: Moves, made: Mapping[str, int], own: Mapping[FolderId, int]
) -> list[FolderChange]:
    """Return the folders touched and all above them: path, number, counts, whether it is touched itself.

    *made*: how many documents go into each folder that the list makes; *own*: the documents that stand in each
    folder itself. Takes time in proportion to the folders of the drive times their depth.
    """
    above: dict[Node, Node | None] = {row.id: row.parent_id for row in structure.rows.values()}
    stands: dict[Node, int] = {folder: count for folder, count in own.items()}
    before = _totals(stands, above)
    later = dict(above)
    for path in made:
        _plan(structure, path, later)
    for folder, target in moves.moved_to.items():
        if isinstance(target, str):
            _plan(structure, target, later)
        later[folder] = target
    own_after: Counter[Node] = Counter(stands)
    for folder in moves.leaves.keys() | moves.comes.keys():
        own_after[folder] += moves.comes[folder] - moves.leaves[folder]
    for path, count in made.items():
        own_after[path] += count
    after = _totals(own_after, later)
    touched: set[Node] = {*moves.leaves, *moves.comes, *made}
    moved: set[Node] = {
        node for f, to in moves.moved_to.items() for node in (above.get(f), to) if node is not None
    }
    shown = {at for node in touched | moved for way in (above, later) for at in _way_up(node, way)}
    told = [
        FolderChange(
            path=readable(structure.seen(node)), folder=None if isinstance(node, str) else node,
            before=before[node], after=after[node], itself=node in touched,
            crowded=own_after[node] > CROWDED >= stands.get(node, 0),
        )
        for node in shown
        if isinstance(node, str) or structure.is_seen(node)
    ]  # fmt: skip
    told.sort(key=lambda one: one.path.casefold())
    return told[:MOST_FOLDERS]


def _way_up(node: Node, above: Mapping[Node, Node | None]) -> Sequence[Node]:
    way: list[Node] = []
    at: Node | None = node
    while (
        at is not None and at not in way
    ):  # a circle is refused by the check; its counts are nobody's concern
        way.append(at)
        at = above.get(at)
    return way


def _plan(structure: Structure, path: str, above: dict[Node, Node | None]) -> None:
    """Hang a folder that is to be made beneath what stands above it, which may be still to be made, too."""
    if path in above:
        return
    higher, _, _ = path.rpartition("/")
    found = structure.at(higher)
    if found is not None and found > 0:
        above[path] = found
        return
    above[path] = higher or structure.root
    if higher:
        _plan(structure, higher, above)
