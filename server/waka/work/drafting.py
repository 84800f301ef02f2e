"""From what was proposed to steps that can be judged: who is meant, where to, and what the person may do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from psycopg import Connection

from waka.core.changes.check import Planned, Spot, StepFinding
from waka.core.names import name_key, readable, to_bytes
from waka.drive.folders import folder_inode
from waka.drive.scan import files_in
from waka.records import survey, versions
from waka.records.survey import Source
from waka.records.versions import Kept

from .asked import Asked, LeftOut, Prepared
from .deps import Deps
from .reading_names import Reading
from .records_json import known_json, record_json
from .structure import MAY_FILE, Structure, is_safe, split_path


class Drafter:
    """Prepares the proposals of one list."""

    def __init__(self, deps: Deps, conn: Connection, person: int, structure: Structure) -> None:
        self.deps, self.conn, self.person, self.structure = deps, conn, person, structure
        self.house = Reading.load(conn)
        self.left: list[tuple[Asked, StepFinding]] = []
        self._known: dict[int, Source] = {}
        self._by_place: dict[tuple[int, str], list[Source]] = {}
        self._removing: set[int] = set()
        self.wanted: dict[
            int, Asked
        ] = {}  #: folders that are made for themselves, by their number below zero
        self._digests: dict[int, list[bytes]] = {}  #: of what is destroyed, the earlier versions
        self._kept: dict[int, Kept] = {}  #: of documents that stop having a version, the one before

    def prepare(self, asks: Sequence[Asked]) -> tuple[list[Prepared], list[tuple[Asked, StepFinding]]]:
        """Return the proposals that have a subject and a target, and the others with what is wrong."""
        self._look_up(asks)
        self._bring_back(asks)
        prepared: list[Prepared] = []
        for asked in asks:
            try:
                if asked.do == "plan_folder" and not asked.leave:
                    self._plan(asked)
                else:
                    prepared.append(self._one(asked))
            except LeftOut as found:
                self.left.append((asked, found.finding))
        return self._unchanged_on_disk(prepared), self.left

    def _look_up(self, asks: Sequence[Asked]) -> None:
        numbers = [a.number for a in asks if a.number is not None]
        ontos = [a.expect["onto"] for a in asks if a.do == "unversion" and a.expect is not None]
        self._kept = versions.kept_before(self.conn, ontos) if ontos else {}
        numbers += ontos
        destroyed = [a.number for a in asks if a.do == "destroy" and a.number is not None]
        self._digests = versions.kept_digests(self.conn, destroyed) if destroyed else {}
        self._removing = {a.folder for a in asks if a.do == "remove_folder" and a.folder is not None}
        self._known = survey.by_number(self.conn, self.person, numbers) if numbers else {}
        places = {self.structure.find(split_path(a.source)[0]) for a in asks if a.number is None and a.source}
        # what may already stand where it should go, from an earlier run
        places |= {
            self.structure.find(a.to) for a in asks if a.number is None and a.source and a.to is not None
        }
        folders = [place for place in places if place is not None]
        for source in survey.in_folders(self.conn, self.person, folders) if folders else ():
            self._by_place.setdefault((source.folder_id, name_key(source.name)), []).append(source)

    def _bring_back(self, asks: Sequence[Asked]) -> None:
        """Know the folders that an undo makes again, with their numbers, before anything goes into them."""
        for asked in asks:
            above = self.structure.row(asked.into or 0) if asked.do == "make_folder" else None
            if above is not None and asked.folder is not None and asked.folder not in self.structure.rows:
                self.structure.add(
                    replace(above, id=asked.folder, parent_id=above.id, name=asked.name or "",
                            name_key=name_key(asked.name or ""), own_access=False, inode=None))  # fmt: skip

    def _plan(self, asked: Asked) -> None:
        folder, why = self.structure.find_or_plan(asked.to or "")
        if folder is None:
            raise LeftOut("no_target", why or "")
        if folder > 0:
            raise LeftOut("already_there", f"“{asked.to}” is already there")
        self.wanted[folder] = asked

    def _one(self, asked: Asked) -> Prepared:
        if asked.leave:
            raise LeftOut("left_out", "Taken out of the list")
        if asked.do in ("move_folder", "make_folder", "remove_folder"):
            return self._folder(asked)
        if asked.do == "unversion":
            return self._unversion(asked)
        source = self._source(asked)
        self._assert_as_left(asked, source)
        row = self.structure.row(source.folder_id)
        if asked.do == "destroy":
            return self._destroyed(asked, source)
        if asked.do != "copy" and (row is None or row.right not in MAY_FILE):
            raise LeftOut(
                "no_right",
                f"You may not change anything in “{self.structure.path(source.folder_id) or 'Drive'}”",
            )
        if asked.do == "bin":
            return self._of(asked, source, None)
        if asked.do == "correct":
            return self._of(asked, source, Spot(folder=source.folder_id, name=asked.name or source.name))
        return self._of(asked, source, self._target(asked, source))

    def _source(self, asked: Asked) -> Source:
        wants = "binned" if asked.do in ("restore", "destroy") else "filed"
        if asked.number is not None:
            found = self._known.get(asked.number)
            if found is not None and found.state == wants:
                return found
            where = "in the bin" if wants == "binned" else "filed where you may see it"
            code = "changed_since" if asked.expect is not None else "missing"
            raise LeftOut(code, f"No. {asked.number} is not {where}")
        path = asked.source or ""
        if not is_safe(path):
            raise LeftOut("outside", f"“{readable(path)}” is no path in the drive")
        found = self._standing(path)
        if found is not None:
            return found
        if (
            asked.to is not None
            and self._standing(f"{asked.to}/{asked.name or split_path(path)[1]}") is not None
        ):
            raise LeftOut("already_there", "It is no longer at its old place, and already where it should go")
        raise LeftOut(
            "missing", f"There is no document “{readable(path)}”", "Correct the path, or take it out"
        )

    def _standing(self, path: str) -> Source | None:
        above, name = split_path(path)
        folder = self.structure.find(above)
        alike = self._by_place.get((folder, name_key(name)), []) if folder is not None else []
        exact = [source for source in alike if source.name == name]
        return exact[0] if exact else alike[0] if len(alike) == 1 else None

    def _assert_as_left(self, asked: Asked, source: Source) -> None:
        expect = asked.expect or {}
        if "folder" in expect and (source.folder_id, source.name) != (expect["folder"], expect["name"]):
            raise LeftOut(
                "changed_since", f"No. {source.id} has been moved or renamed since; it is left alone"
            )

    def _target(self, asked: Asked, source: Source) -> Spot:
        # what is restored without a word of where goes back where it was
        into = (
            source.folder_id
            if asked.do == "restore" and asked.into is None and asked.to is None
            else asked.into
        )
        if into is not None:
            row = self.structure.row(into)
            folder = into if row is not None and row.right is not None else None
            why = "The folder is not there, or not for you to see"
        elif not is_safe(asked.to or ""):
            folder, why = None, f"“{asked.to}” leads out of the drive"
        else:
            folder, refused = self.structure.find_or_plan(asked.to or "")
            why = refused or ""
        if folder is None:
            raise LeftOut("no_target", why)
        row = self.structure.row(folder)
        if row is None or row.right not in MAY_FILE:
            raise LeftOut("no_right", f"You may not file in “{self.structure.path(folder) or 'Drive'}”")
        return Spot(folder=folder, name=asked.name or source.name)

    def _of(self, asked: Asked, source: Source, target: Spot | None) -> Prepared:
        spot = Spot(folder=source.folder_id, name=source.name)
        row = self.structure.row(source.folder_id)
        is_restored = asked.do == "restore"
        path = self.structure.path(spot.folder)
        act = asked.act
        if asked.do == "correct" and target != spot:
            act = "place"
        before: dict[str, Any] = {"folder": source.folder_id, "name": source.name}
        after: dict[str, Any] = dict(before)
        renamed = target is not None and target.name != source.name
        if act != "place" or renamed or asked.record is not None:
            before |= {"conforms": source.conforms, "record": record_json(source.record)}
            after |= self._fields(asked, source, target)
        if asked.do == "bin":
            after["reason"] = asked.reason
        return Prepared(
            asked=asked, act=act, document=source.id, size=source.size, sha256=source.sha256, inode=source.inode,
            modified_ns=source.modified_ns, before=before, after=after,
            from_place="bin" if is_restored else "drive", to_place="bin" if asked.do == "bin" else "drive",
            from_path=source.bin_path or to_bytes(f"{path}/{source.name}" if path else source.name),
            from_access=row.access_id if row else None,
            planned=Planned(
                position=0, subject=("document", source.id), source=None if is_restored else spot,
                target=None if act == "correct" else target, keeps_source=asked.do == "copy", digest=source.sha256,
            ),
        )  # fmt: skip

    def _unversion(self, asked: Asked) -> Prepared:
        """What came as a version is a document of its own again, where nothing was filed onto it since."""
        expect = asked.expect or {}
        onto = self._known.get(expect.get("onto", 0))
        kept = self._kept.get(expect.get("onto", 0))
        if onto is None or onto.state != "filed" or kept is None or kept.came_as != asked.number:
            raise LeftOut(
                "changed_since", f"No. {expect.get('onto')} has another version by now, or is no longer there"
            )
        row = self.structure.row(onto.folder_id)
        if row is None or row.right not in MAY_FILE:
            raise LeftOut("no_right", f"You may not change No. {onto.id}")
        target = self._target(asked, onto)
        path = self.structure.path(onto.folder_id)
        return Prepared(
            asked=asked, act="unversion", document=asked.number, onto=onto.id, size=onto.size, sha256=onto.sha256,
            inode=onto.inode, modified_ns=onto.modified_ns, before={"folder": onto.folder_id, "name": onto.name},
            after={"onto": known_json(kept)}, from_access=row.access_id,
            from_path=to_bytes(f"{path}/{onto.name}" if path else onto.name),
            planned=Planned(position=0, subject=("document", asked.number or 0), source=None, target=target),
        )  # fmt: skip

    def _destroyed(self, asked: Asked, source: Source) -> Prepared:
        path = self.structure.path(source.folder_id)
        stood = f"{path}/{source.name}" if path else source.name
        kept = self._digests.get(source.id, [])
        return Prepared(
            asked=asked, act="destroy", document=source.id, size=source.size, sha256=source.sha256, inode=source.inode,
            modified_ns=source.modified_ns, from_place="bin", to_place="nowhere",
            from_path=source.bin_path or b"", to_path=to_bytes(stood),
            before={"folder": source.folder_id, "name": source.name, "kept": [d.hex() for d in kept],
                    "path": stood},
            planned=Planned(position=0, subject=("document", source.id), source=None, target=None),
        )  # fmt: skip

    def _fields(self, asked: Asked, source: Source, target: Spot | None) -> dict[str, Any]:
        name = target.name if target is not None else source.name
        read, conforms = self.house.read(name, source.kind)
        if asked.record is not None:
            return {"conforms": conforms, "record": {**record_json(source.record), **asked.record}}
        record = source.record
        if conforms and name != source.name:  # the name says who, when and what: the fields follow it
            record = replace(read, kind=source.kind, amount=read.amount or source.amount)
        return {"conforms": conforms, "record": record_json(record)}

    def _folder(self, asked: Asked) -> Prepared:
        structure = self.structure
        if asked.do == "make_folder":
            return self._made_again(asked)
        row = structure.rows.get(asked.folder or 0)
        if row is None or row.right is None or row.parent_id is None:
            code = "changed_since" if asked.expect is not None else "missing"
            raise LeftOut(code, "The folder is not there, or not for you to see")
        if row.right != "keeper":
            raise LeftOut("no_right", f"Only a keeper of “{structure.path(row.id)}” may rearrange it")
        if asked.expect is not None and asked.expect.get("name") is not None and (
            (row.parent_id, row.name) != (asked.expect["parent"], asked.expect["name"])
        ):  # fmt: skip
            raise LeftOut("changed_since", f"“{structure.path(row.id)}” has been moved or renamed since")
        if asked.do == "remove_folder":
            self._assert_emptied(row.id)
        spot = Spot(folder=row.parent_id, name=row.name)
        target = None
        if asked.do == "move_folder":
            into = structure.row(asked.into) if asked.into is not None else None
            if asked.into is None and asked.to is not None:
                found, _ = structure.find_or_plan(asked.to)
                into = structure.row(found) if found is not None else None
            if into is None or into.right != "keeper":
                raise LeftOut("no_right", "Only a keeper of the folder that it goes to may rearrange it")
            target = Spot(folder=into.id, name=asked.name or row.name)
        inode = row.inode or folder_inode(self.deps.drive, to_bytes(structure.path(row.id))) or 0
        return Prepared(
            asked=asked, act=asked.act, folder=row.id, inode=inode, from_path=to_bytes(structure.path(row.id)),
            from_access=row.access_id, keeps_access=row.own_access, before={"parent": row.parent_id, "name": row.name},
            planned=Planned(position=0, subject=("folder", row.id), source=spot, target=target),
        )  # fmt: skip

    def _assert_emptied(self, folder: int) -> None:
        """Raise where something else is in a folder that an undo would remove."""
        held = survey.counts(self.conn, [folder]).get(folder, 0)
        leaving = sum(source.folder_id == folder for source in self._known.values())
        children = set(self.structure.children.get(folder, {}).values()) - self._removing
        if held > leaving or children:
            told = self.structure.path(folder)
            raise LeftOut("changed_since", f"“{told}” has something else in it by now; it stays")

    def _made_again(self, asked: Asked) -> Prepared:
        """A folder that was removed, and is made again with its number by an undo."""
        above = self.structure.row(asked.into or 0)
        if above is None or above.right not in MAY_FILE:
            raise LeftOut("no_right", "You may not make a folder there")
        name = asked.name or ""
        return Prepared(
            asked=asked, act="make_folder", folder=asked.folder, after={"parent": above.id, "name": name},
            planned=Planned(position=0, subject=("folder", asked.folder or 0), source=None,
                            target=Spot(folder=above.id, name=name)),
        )  # fmt: skip

    def _left_out(self, one: Prepared, code: str, message: str, mend: str | None = None) -> None:
        self.left.append((one.asked, StepFinding(position=0, code=code, message=message, mend=mend)))

    def _unchanged_on_disk(self, prepared: list[Prepared]) -> list[Prepared]:
        """Leave out what on disk is no longer as it is recorded; a look at each folder, not at each file."""
        by_folder: dict[bytes, list[Prepared]] = {}
        for one in prepared:
            if one.document is not None and one.from_place == "drive" and one.act != "correct":
                by_folder.setdefault(one.from_path.rpartition(b"/")[0], []).append(one)
        wrong: set[int] = set()
        for folder, ones in by_folder.items():
            there = files_in(self.deps.drive, folder, [one.from_path.rpartition(b"/")[2] for one in ones])
            for one in ones:
                found = there.get(one.from_path.rpartition(b"/")[2])
                if found is None:
                    wrong.add(id(one))
                    self._left_out(
                        one, "missing", "Its file is not there: another program moved or removed it"
                    )
                elif found != (one.size, one.inode, one.modified_ns):
                    wrong.add(id(one))
                    self._left_out(
                        one, "changed", "Its file was changed a moment ago", "Check again in a minute"
                    )
        return [one for one in prepared if id(one) not in wrong]
