"""Taking documents along: several, or a folder with its structure, as a zip made while it is sent."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import partial
from zipfile import ZIP_DEFLATED

from zipstream import ZipStream

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.core.names import readable, to_bytes, veiled
from waka.drive.tree import CHUNK
from waka.errors import BadRequest, NotFound, UnsafePath
from waka.records.folders import access, folders, taking_out
from waka.records.folders.taking_out import Member
from waka.work.deps import Deps

MOST_MEMBERS = 50_000
MOST_BYTES = 20 << 30


@dataclass(frozen=True, slots=True, kw_only=True)
class Zip:
    name: str
    chunks: Iterator[bytes]


def of_documents(deps: Deps, person: PersonId, numbers: Sequence[DocumentId]) -> Zip:
    """Return some documents as one zip. Raises ``NotFound`` for what the person may not see."""
    with deps.db.transaction() as conn:
        members = taking_out.documents(conn, numbers, person)
        hidden = access.hidden_above(conn, person)
    missing = set(numbers) - {member.id for member in members}
    if missing or not members:
        raise NotFound(f"No. {min(missing, default=0)}")
    return _zip(deps, f"{len(members)} documents.zip", members, "", hidden)


def of_folder(deps: Deps, person: PersonId, folder: FolderId) -> Zip:
    """Return what a person may see of a folder, with its structure."""
    with deps.db.transaction() as conn:
        found = folders.one(conn, folder, person)
        if found is None:
            raise NotFound("The folder")
        members = taking_out.folder(conn, folder, person)
        hidden = access.hidden_above(conn, person)
    return _zip(
        deps, f"{readable(found.name) or 'Drive'}.zip", members, found.path.rpartition("/")[0], hidden
    )


def _zip(deps: Deps, name: str, members: Sequence[Member], above: str, hidden: Sequence[str]) -> Zip:
    if len(members) > MOST_MEMBERS or sum(member.size for member in members) > MOST_BYTES:
        raise BadRequest(
            f"{len(members)} documents are more than one zip holds here.",
            mend="Choose fewer, or a folder further down.",
        )
    return Zip(name=name, chunks=_written(deps, members, above, hidden))


def _written(deps: Deps, members: Sequence[Member], above: str, hidden: Sequence[str]) -> Iterator[bytes]:
    archive = ZipStream(compress_type=ZIP_DEFLATED, compress_level=1)
    used: set[str] = set()
    lacking: list[str] = []
    for member in members:
        path = f"{member.folder_path}/{member.name}" if member.folder_path else member.name
        # what is a sign like any other here would be a folder for other systems
        seen = veiled(path, hidden)
        shown = readable(seen.removeprefix(f"{above}/") if above else seen).replace("\\", "_")
        while shown in used:
            shown = f"{shown} (No. {member.id})"
        used.add(shown)
        try:
            with deps.drive.reading(to_bytes(path)) as file:
                archive.add(iter(partial(file.read, CHUNK), b""), shown)
                yield from archive.all_files()
        except (FileNotFoundError, UnsafePath):
            lacking.append(shown)
    if lacking:
        archive.add("\n".join(["No longer where they were:", *lacking]), "NOT IN THIS ZIP.txt")
    yield from archive.finalize()
