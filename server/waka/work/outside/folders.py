"""Folders as the records know them and as they are on disk: which is which, and letting the records follow."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from psycopg import Connection

from waka.core.changes.findings import Said, said
from waka.core.changes.recognise import FolderMatch, FoundFolder, KnownFolder
from waka.core.ids import NO_FOLDER, FolderId
from waka.core.names import readable, to_bytes, to_text
from waka.drive.scan import ScannedFolder
from waka.records.finding import logbook
from waka.records.folders import access, folders
from waka.records.outside import following
from waka.work.deps import Deps


def known_folders(conn: Connection) -> tuple[dict[bytes, KnownFolder], list[FolderId]]:
    """Return every folder by its path on disk; and those gone, or beneath one that is, with documents left."""
    found = {f.id: f for f in folders.all_rows(conn)}
    paths: dict[FolderId, bytes | None] = {}

    def path(id: FolderId) -> bytes | None:
        way: list[FolderId] = []
        at = id
        while at not in paths and found[at].parent_id is not None:
            way.append(at)
            at = found[at].parent_id or NO_FOLDER
            if at not in found:
                paths.update(dict.fromkeys(way))
                return None
        here = paths.setdefault(at, b"")
        for step in reversed(way):
            if here is not None:
                name = to_bytes(found[step].name)
                here = here + b"/" + name if here else name
            paths[step] = here
        return here

    known: dict[bytes, KnownFolder] = {}
    orphans = following.removed_with_documents(conn)
    for f in found.values():
        p = path(f.id)
        if p is None:
            orphans.append(f.id)
        else:
            known[p] = KnownFolder(f.id, f.parent_id, f.name, f.inode, f.born_ns or 0)
    return known, orphans


def holds_same(deps: Deps, folder: FolderId, found: ScannedFolder) -> bool:
    """Whether a folder of the same inode, whose birth is not known, holds half of what that folder held."""
    with deps.db.transaction() as conn:
        standing = following.standing(conn, [folder])[folder]
        folders_in = following.inodes_in(conn, folder)
    held = {(name, inode, size) for name, (_, size, inode, _) in standing.items()}
    here = {(to_text(name), inode, size) for name, (size, inode, _) in found.files.items()}
    common = len(held & here) + len(folders_in & found.folders)
    return common > 0 and 2 * common >= len(held) + len(folders_in)


def follow_folders(
    conn: Connection,
    match: FolderMatch,
    disk: dict[bytes, FoundFolder],
    known: Mapping[bytes, KnownFolder],
) -> None:
    """Let the records of folders follow the disk: moved ones keep their grants, new ones are made."""
    if match.moved or match.new:
        access.hold_access(conn)
    before = {folder: folders.path(conn, folder) for folder in match.moved}
    if match.moved:
        following.park_folders(conn, list(match.moved))
        # where another stands now, a folder that is gone leaves at once; its documents follow as orphans
        taken = [known[path].id for path in match.moved.values() if path in known]
        following.remove_folders(conn, sorted(set(taken) & set(match.gone)))
    for path in match.new:
        above, _, name = path.rpartition(b"/")
        parent = match.at.get(above)
        match.at[path] = (
            folders.root(conn) or folders.add_root(conn)
            if parent is None
            else folders.make(conn, parent, to_text(name), disk[path].inode)
        )
        match.seen[match.at[path]] = disk[path]
    for folder, path in match.moved.items():
        above, _, name = path.rpartition(b"/")
        parent = match.at[above]
        old = folders.parent_of(conn, folder)
        folders.place(conn, folder, parent, to_text(name))
        access.settle_beneath(conn, folder)
        logbook.add(
            conn, "folder_moved_outside", folder=folder, from_path=readable(before[folder]),
            to_path=readable(to_text(path)), from_folder=old, to_folder=folder,
            reason=said("by_other_program"),
        )  # fmt: skip
    following.set_folders_seen(conn, match.seen)


def hard_links(
    scanned: Sequence[ScannedFolder], at: Mapping[bytes, int]
) -> list[tuple[str, Said, int | None]]:
    """Return the paths that are names of one file, with the reason why that is told."""
    paths: dict[int, list[bytes]] = {}
    for folder in scanned:
        for name, inode in folder.linked.items():
            paths.setdefault(inode, []).append(folder.path + b"/" + name if folder.path else name)
    return [
        (readable(to_text(path)), said("hard_link"), at.get(path.rpartition(b"/")[0]))
        for names in paths.values()
        if len(names) > 1
        for path in names
    ]
