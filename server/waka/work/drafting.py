"""From what was proposed to steps that can be judged: who is meant, where to, and what the person may do."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from psycopg import Connection

from waka.core.changes.check import Planned, Spot, StepFinding
from waka.core.names import name_key, readable, to_bytes
from waka.drive.scan import files_in
from waka.records import survey, versions
from waka.records.survey import Source
from waka.records.versions import Kept

from .asked import Asked, LeftOut, Prepared
from .deps import Deps
from .drafting_folders import FolderDrafter
from .reading_names import Reading
from .records_json import known_json, record_json
from .structure import MAY_FILE, Structure, is_safe, split_path


class Drafter:
    """Prepares the proposals of one list."""

    def __init__(self, deps: Deps, conn: Connection, person: int, structure: Structure) -> None:
        self.deps, self.conn, self.person, self.structure = deps, conn, person, structure
        self.house = Reading.load(conn)
        self.folders = FolderDrafter(deps, structure)
        self.left: list[tuple[Asked, StepFinding]] = []
        self._known: dict[int, Source] = {}
        self._by_place: dict[tuple[int, str], list[Source]] = {}
        self._places: dict[int | str, int | tuple[str, str]] = {}  #: where documents go, looked for once
        self._digests: dict[int, list[bytes]] = {}  #: of what is destroyed, the earlier versions
        self._kept: dict[int, Kept] = {}  #: of documents that stop having a version, the one before

    def prepare(self, asks: Sequence[Asked]) -> tuple[list[Prepared], list[tuple[Asked, StepFinding]]]:
        """Return the proposals that have a subject and a target, and the others with what is wrong."""
        self._look_up(asks)
        self.folders.bring_back(asks)
        prepared: list[Prepared] = []
        for asked in asks:
            try:
                if asked.do == "plan_folder" and not asked.leave:
                    self.folders.plan(asked)
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
        self._known = survey.by_number(self.conn, self.person, numbers) if numbers else {}
        self.folders.look_up(self.conn, asks, (source.folder_id for source in self._known.values()))
        places = {self.structure.find(split_path(a.source)[0]) for a in asks if a.number is None and a.source}
        # what may already stand where it should go, from an earlier run
        places |= {
            self.structure.find(a.to) for a in asks if a.number is None and a.source and a.to is not None
        }
        folders = [place for place in places if place is not None]
        for source in survey.in_folders(self.conn, self.person, folders) if folders else ():
            self._by_place.setdefault((source.folder_id, name_key(source.name)), []).append(source)

    def _one(self, asked: Asked) -> Prepared:
        if asked.leave:
            raise LeftOut("left_out", "Taken out of the list")
        if asked.do in ("move_folder", "make_folder", "remove_folder"):
            return self.folders.prepare(asked)
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
        alike = self._alike(path)
        if alike:
            told = " and ".join(f"“{readable(name)}”" for name in alike)
            raise LeftOut(
                "missing", f"There is no document “{readable(path)}”, but {told} stands there",
                "Write it as it stands there, or take it out",
            )  # fmt: skip
        raise LeftOut(
            "missing", f"There is no document “{readable(path)}”", "Correct the path, or take it out"
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
        return (
            sorted(s.name for s in self._by_place.get((folder, name_key(name)), []))
            if folder is not None
            else []
        )

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
        key = into if into is not None else asked.to or ""
        found = self._places.get(key)
        if found is None:
            found = self._places[key] = self._place(key)
        if not isinstance(found, int):
            raise LeftOut(*found)
        return Spot(folder=found, name=asked.name or source.name)

    def _place(self, asked: int | str) -> int | tuple[str, str]:
        """Return the folder of that number or at that path, where the person may file in it; else why not."""
        folder: int | None
        if isinstance(asked, int):
            row = self.structure.row(asked)
            folder = asked if row is not None and row.right is not None else None
            why: str | None = "The folder is not there, or not for you to see"
        elif not is_safe(asked):
            folder, why = None, f"“{asked}” leads out of the drive"
        else:
            folder, why = self.structure.find_or_plan(asked)
        if folder is None:
            return "no_target", why or ""
        row = self.structure.row(folder)
        if row is None or row.right not in MAY_FILE:
            return "no_right", f"You may not file in “{self.structure.path(folder) or 'Drive'}”"
        return folder

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
            if asked.into is not None:  # an undo of restoring: back to where it was binned from
                after |= {"folder": asked.into, "name": asked.name or source.name}
        if is_restored:
            before["reason"] = source.bin_reason
        return Prepared(
            asked=asked, act=act, document=source.id, size=source.size, sha256=source.sha256, inode=source.inode,
            modified_ns=source.modified_ns, before=before, after=after,
            from_place="bin" if is_restored else "drive", to_place="bin" if asked.do == "bin" else "drive",
            from_path=source.bin_path or to_bytes(f"{path}/{source.name}" if path else source.name),
            from_access=row.access_id if row else None,
            planned=Planned(
                position=asked.at, subject=("document", source.id), source=None if is_restored else spot,
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
            planned=Planned(position=asked.at, subject=("document", asked.number or 0), source=None, target=target),
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
            planned=Planned(position=asked.at, subject=("document", source.id), source=None, target=None),
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
