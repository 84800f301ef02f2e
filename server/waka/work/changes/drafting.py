"""From what is proposed to steps that can be judged: who is meant, where to, and what the person may do.

Everything that a list's proposals need is looked up at once, in a few questions; each act then prepares its own
with what stands here.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from psycopg import Connection

from waka.core.changes.proposal import Proposal
from waka.core.changes.step import Spot
from waka.core.fields.record import Record, told_by_name, with_fields_of
from waka.core.ids import NO_DOCUMENT, DocumentId, FolderId, PersonId
from waka.core.names import name_key, readable, to_bytes
from waka.records.documents import documents, versions
from waka.records.documents.documents import Discarded, Waiting
from waka.records.documents.versions import Kept
from waka.records.folders import access, survey
from waka.records.folders.access import MAY_FILE
from waka.records.folders.survey import FolderRow, Source
from waka.work.deps import Deps
from waka.work.naming.reading import NameReader

from .prepared import LeftOut
from .structure import Structure, is_safe, split_path


@dataclass(slots=True)
class Looks:
    """What the proposals of a list need to be looked up."""

    documents: list[DocumentId] = field(default_factory=list)
    waiting: list[DocumentId] = field(default_factory=list)  #: on the desk
    versions: list[DocumentId] = field(
        default_factory=list
    )  #: documents whose version before the present one is needed
    kept: list[DocumentId] = field(default_factory=list)  #: documents all of whose versions are needed
    emptied: list[FolderId] = field(default_factory=list)  #: folders that are to be removed


class Drafting:
    """Prepares the proposals of one list for one person."""

    def __init__(self, deps: Deps, conn: Connection, person: PersonId, structure: Structure) -> None:
        self.deps, self.conn, self.person, self.structure = deps, conn, person, structure
        self.wanted: dict[
            FolderId, Proposal
        ] = {}  #: folders that are made for themselves, by their number below zero
        self.kept_digests: dict[DocumentId, list[bytes]] = {}  #: of what is destroyed, the earlier versions
        self._known: dict[DocumentId, Source] = {}
        self._waiting: dict[DocumentId, Waiting] = {}
        self._kept: dict[DocumentId, Kept] = {}  #: of documents, the version before the present one
        self._by_place: dict[tuple[FolderId, str], list[Source]] = {}
        self._places: dict[
            tuple[FolderId | None, str | None], FolderId | LeftOut
        ] = {}  #: where it goes, looked for once
        self._readers: dict[FolderId, NameReader] = {}  #: by the folders that names stand in
        self._removing: set[FolderId] = set()
        self._held: dict[FolderId, int] = {}  #: how many documents stand in a folder that is removed
        self._leaving: Counter[int] = Counter()  #: how many of a folder's documents the list is about

    def look_up(self, wants: Sequence[Proposal], looks: Looks) -> None:
        self._kept = versions.kept_before(self.conn, looks.versions) if looks.versions else {}
        self.kept_digests = versions.kept_digests(self.conn, looks.kept) if looks.kept else {}
        numbers = looks.documents
        self._known = survey.by_number(self.conn, self.person, numbers) if numbers else {}
        for number in looks.waiting:
            found = documents.lock_waiting(self.conn, number, self.person)
            if found is not None:
                self._waiting[number] = found
        self._removing = set(looks.emptied)
        self._held = survey.counts(self.conn, self._removing) if self._removing else {}
        self._leaving = Counter(source.folder_id for source in self._known.values())
        self._look_up_places(wants)

    def let_go(self) -> None:
        """Forget what was looked up: a long list holds much of it, and nobody asks once all is prepared."""
        for looked_up in (self._known, self._waiting, self._kept, self._by_place):
            looked_up.clear()

    def _look_up_places(self, wants: Iterable[Proposal]) -> None:
        by_path = [want for want in wants if want.document is None and want.source]
        places = {self.structure.find(split_path(want.source or "")[0]) for want in by_path}
        # what may already stand where it should go, from an earlier run
        places |= {self.structure.find(want.to) for want in by_path if want.to is not None}
        folders = [place for place in places if place is not None]
        for source in survey.in_folders(self.conn, self.person, folders) if folders else ():
            self._by_place.setdefault((source.folder_id, name_key(source.name)), []).append(source)

    @cached_property
    def names(self) -> NameReader:
        """Reads names back into fields by the pattern of the whole drive."""
        return NameReader.load(self.conn)

    def names_in(self, folder: FolderId) -> NameReader:
        """Return what reads names back by the pattern that holds in *folder*, which may be still to be made."""
        found = self._readers.get(folder)
        if found is None:
            found = self._readers[folder] = self.names.by(self.names.house.by(self._naming(folder)))
        return found

    def _naming(self, folder: FolderId) -> FolderId | None:
        at: FolderId | None = folder
        while self.names.house.patterns and at is not None and at not in self.names.house.patterns:
            row = self.structure.row(at)
            at = row.parent_id if row is not None else None
        return at

    # what acts ask for ------------------------------------------------------------------------------------

    def known(self, number: DocumentId | None) -> Source | None:
        return self._known.get(number) if number is not None else None

    def waiting(self, number: DocumentId | None) -> Waiting:
        """Return an arrival that waits. Raises ``LeftOut``."""
        found = self._waiting.get(number or NO_DOCUMENT)
        if found is None:
            raise LeftOut("not_waiting", number=number or 0)
        return found

    def discarded(self, want: Proposal) -> Discarded:
        """Return a discarded arrival. Raises ``LeftOut``."""
        found = documents.lock_discarded(self.conn, want.document or NO_DOCUMENT, self.person)
        if found is None:
            raise LeftOut(
                "changed_since" if want.undoes else "not_binned", number=want.document or NO_DOCUMENT
            )
        return found

    def kept_before(self, number: DocumentId | None) -> Kept | None:
        return self._kept.get(number) if number is not None else None

    def filed(self, want: Proposal) -> Source:
        """Return the filed document that is meant, as it should stand. Raises ``LeftOut``."""
        if want.document is None:
            return self._by_path(want)
        source = self._known.get(want.document)
        if source is None or source.state != "filed":
            raise LeftOut("changed_since" if want.undoes else "missing", number=want.document)
        if want.stands is not None and (source.folder_id, source.name) != (
            want.stands.folder,
            want.stands.name,
        ):
            raise LeftOut("changed_since", number=source.id)
        return source

    def binned(self, want: Proposal) -> Source:
        source = self._known.get(want.document or NO_DOCUMENT)
        if source is None or source.state != "binned":
            raise LeftOut(
                "changed_since" if want.undoes else "not_binned", number=want.document or NO_DOCUMENT
            )
        return source

    def may_change(self, source: Source) -> FolderRow:
        """Return the folder of a document that the person may change. Raises ``LeftOut``."""
        row = self.structure.row(source.folder_id)
        if row is None or row.right not in MAY_FILE:
            raise LeftOut("no_right", folder=self.structure.seen(source.folder_id) or "Drive")
        return row

    def must_keep_all(self) -> None:
        """Raise ``LeftOut`` unless the person keeps the whole drive."""
        if not access.keeps_all(self.conn, self.person):
            raise LeftOut("not_keeper", folder="Drive")

    def target(self, want: Proposal, source: Source | None) -> Spot:
        """Return where *want* brings its document. Raises ``LeftOut``."""
        folder = (
            source.folder_id if source is not None and want.into is None and want.to is None else want.into
        )
        place = self.place(folder, want.to)
        if want.name is not None or source is None:
            return Spot(folder=place, name=want.name or "")
        return Spot(folder=place, name=source.name if want.undoes else self._name_in(place, source))

    def _name_in(self, folder: FolderId, source: Source) -> str:
        """Return the name of a document in a folder that it goes to: by the pattern there, where that is another.

        It keeps its own where its fields do not suffice.
        """
        here, there = self.names_in(source.folder_id), self.names_in(folder)
        if here.house.pattern == there.house.pattern:
            return source.name
        return there.house.name_of(source.record, source.name) or source.name

    def place(self, into: FolderId | None, to: str | None) -> FolderId:
        """Return the folder *into*, or at the path *to* in it, where the person may file. Raises ``LeftOut``."""
        found = self._places.get((into, to))
        if found is None:
            try:
                found = self._find_place(into, to)
            except LeftOut as why:
                found = why
            self._places[into, to] = found
        if isinstance(found, LeftOut):
            raise found
        return found

    def _find_place(self, into: FolderId | None, to: str | None) -> FolderId:
        if into is not None and not self.structure.is_seen(into):
            raise LeftOut("no_folder")
        if to is not None and not is_safe(to):
            raise LeftOut("outside", path=readable(to))
        folder = self.structure.find_or_plan(to, into) if to is not None else into
        assert folder is not None
        row = self.structure.row(folder)
        if row is None or row.right not in MAY_FILE:
            raise LeftOut("may_not_file", folder=self.structure.seen(folder) or "Drive")
        return folder

    def path_of(self, source: Source) -> bytes:
        path = self.structure.path(source.folder_id)
        return to_bytes(f"{path}/{source.name}" if path else source.name)

    def fields(self, want: Proposal, source: Source, target: Spot) -> tuple[Record, bool]:
        """Return the fields that a document gets at *target*, and whether its name reads back there."""
        reader, name = self.names_in(target.folder), target.name
        read, conforms = reader.read(name, source.kind)
        if want.record is not None:
            return given(want, source.record), conforms
        record = source.record
        if conforms and name != source.name:  # the name says who, when and what: the fields follow it
            record = told_by_name(record, read, reader.told_by_names(read))
        return record, conforms

    def is_emptied(self, folder: FolderId) -> bool:
        """Whether a folder that is removed holds nothing but what the list takes out of it."""
        children = set(self.structure.children.get(folder, {}).values()) - self._removing
        return not children and self._held.get(folder, 0) <= self._leaving[folder]

    # ------------------------------------------------------------------------------------------------------

    def _by_path(self, want: Proposal) -> Source:
        path = want.source or ""
        if not is_safe(path):
            raise LeftOut("outside", path=readable(path))
        found = self._standing(path)
        if found is not None:
            return found
        name = want.name or split_path(path)[1]
        if want.to is not None and self._standing(f"{want.to}/{name}") is not None:
            raise LeftOut("already_there", name=readable(name))
        raise LeftOut(
            "missing", path=readable(path), alike=[f"“{readable(name)}”" for name in self._alike(path)]
        )

    def _standing(self, path: str) -> Source | None:
        above, name = split_path(path)
        folder = self.structure.find(above)
        alike = self._by_place.get((folder, name_key(name)), []) if folder is not None else []
        return next((source for source in alike if source.name == name), None)

    def _alike(self, path: str) -> list[str]:
        """Return what stands there under names that differ from *path* in case or form alone."""
        above, name = split_path(path)
        folder = self.structure.find(above)
        alike = self._by_place.get((folder, name_key(name)), []) if folder is not None else []
        return sorted(source.name for source in alike)


def given(want: Proposal, was: Record) -> Record:
    """Return the fields of *was* with those that *want* gives."""
    assert want.record is not None
    if want.only is None:
        return want.record
    return with_fields_of(was, want.record, want.only)
