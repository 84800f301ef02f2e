"""Words planted where a person may not look come out nowhere: every endpoint, every kind of person, every byte.

What somebody types themselves may come back; so the words are planted in one spelling and asked for in another.
"""

from __future__ import annotations

import io
import zipfile
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import cycle, islice, product
from pathlib import Path
from typing import Any

import pytest
from psycopg.types.json import Jsonb

from tests.conftest import LONG
from tests.support import EMPTY, World
from tests.web.conftest import Visitor
from tests.web.test_rights import OTHERS, QUERY, TABLE
from waka.core.changes.proposal import Proposal
from waka.core.rules.charter import Charter, Kinds
from waka.core.words import given
from waka.demo.make import PASSWORD
from waka.launch import opened
from waka.records.desk import naming
from waka.records.people import people
from waka.web.app import create_app
from waka.work.changes import lists as lists_work
from waka.work.changes.run import run_list
from waka.work.changes.sheets import read_sheet
from waka.work.changes.ways import kept_list
from waka.work.changes.ways.asks import Ask
from waka.work.changes.ways.by_hand import run
from waka.work.changes.ways.sheet import propose_sheet
from waka.work.deps import Deps
from waka.work.desk import uploading
from waka.work.documents.reading import read_what_waits
from waka.work.folders import access, browsing, labelling
from waka.work.folders.access import Holder, Wish
from waka.work.outside.taking_in import index_next, take_in
from waka.work.people import signing_in
from waka.work.rules import charters
from waka.work.rules.patterns import Wish as PatternWish

HIDDEN = "Club/Qzouter"
SHOWN = f"{HIDDEN}/Berths"  #: one that the filer of another folder may see, within the hidden one
FILES = {
    f"{HIDDEN}/Qzinner/qzfile one.txt": "Qztext of a dismissal",
    f"{HIDDEN}/qzbinned.txt": "qzbinnedtext",
    f"{HIDDEN}/qzold.txt": "qzoldtext",
    f"{HIDDEN}/qzdestroyed.txt": "qzgonetext",
    f"{SHOWN}/berths.txt": "berths of the summer",
    "Club/rules.txt": "rules of the club",
    "Letters/note.txt": "dear all",
}
#: what is planted in the hidden folder, as it is spelt there
WORDS = ("Qzouter", "Qzinner", "qzfile", "Qztext", "qzbinned", "qzold", "qzdestroyed", "Qzparty", "qzs1", "qzwhat", "QZREF-7",
         "QzTag", "qznote", "Qzlist", "qzbound", "qzreason", "qzupload", "Qzfield", "Qzlearner",
         "Qzpurpose", "Qzdest", "Qzstatement", "qzpattern")  # fmt: skip
KINDS = ("signed out", "switched off", "no right", "reader elsewhere", "filer of another folder",
         "filer of the folder above", "keeper", "administrator without rights")  # fmt: skip


@dataclass
class Planted:
    deps: Deps
    numbers: list[int]
    folders: list[int]
    lists: list[int]
    visitors: dict[str, Visitor]


@pytest.fixture(scope="module")
def planted(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Planted]:
    home = tmp_path_factory.mktemp("planted") / "home"
    home.mkdir()
    with opened(the_world.settings(home), the_world.database(EMPTY), 4) as deps:
        yield plant(deps, deps.settings.drive)


def plant(deps: Deps, drive: Path) -> Planted:
    for path, text in FILES.items():
        (drive / path).parent.mkdir(parents=True, exist_ok=True)
        (drive / path).write_text(text)
    keeper = signing_in.add_person(deps, login="magnus", name="Magnus Orr", password=PASSWORD, right="keeper")
    who = {kind: add(deps, at, kind) for at, kind in enumerate(KINDS) if kind not in ("signed out", "keeper")}
    take_in(deps, keeper)
    folders = {entry.path: entry.id for entry in browsing.outline(deps, keeper)}

    def grant(path: str, *grants: tuple[int, str], alone: bool = False) -> None:
        wish = Wish(replaces=alone, grants=[(Holder(person=one), right) for one, right in grants])
        access.grant(deps, keeper, folders[path], wish)

    grant("Letters", (who["reader elsewhere"], "reader"), (who["filer of another folder"], "filer"))
    grant("Club", (who["filer of the folder above"], "filer"))
    grant(HIDDEN, (keeper, "keeper"), alone=True)
    grant(SHOWN, (keeper, "keeper"), (who["filer of another folder"], "filer"), alone=True)
    numbers = fill(deps, keeper, folders)
    declare(deps, keeper, folders)
    lists = change(deps, keeper, numbers)
    read_what_waits(deps)
    while index_next(deps):
        pass
    visitors = {kind: Visitor(create_app(deps).test_client()) for kind in KINDS}
    for kind in KINDS:
        if kind != "signed out":
            visitors[kind].sign_in("magnus" if kind == "keeper" else login_of(kind))
    with deps.db.transaction() as conn:
        conn.execute("update person set ended_at = now() where id = %s", (who["switched off"],))
    return Planted(deps, sorted(numbers.values()), sorted(folders.values()), lists, visitors)


def declare(deps: Deps, keeper: int, folders: dict[str, int]) -> None:
    """Give the hidden folders charters. What they ask of whoever files beneath them is told to whoever may."""
    kinds = Kinds(codes=("letter",))
    outer = Charter(
        folder=folders[HIDDEN], purpose="Qzpurpose of it", kinds=kinds, destination="Qzdest {when yyyy}"
    )
    inner = Charter(folder=folders[f"{HIDDEN}/Qzinner"], statement="Qzstatement, agreed")
    names = PatternWish(
        text="qzpattern {what}", joiner="-", letter_case="keep", transliterate=True, longest=80
    )
    charters.put(deps, keeper, charters.Wanted(charter=outer, names=None), 0)
    charters.put(deps, keeper, charters.Wanted(charter=inner, names=names), 0)


def login_of(kind: str) -> str:
    return kind.replace(" ", "-")


def add(deps: Deps, at: int, kind: str) -> int:
    person = signing_in.add_person(deps, login=login_of(kind), name=f"Person {at}", password=PASSWORD, right="reader",
                                   administrator=kind.startswith("administrator"))  # fmt: skip
    with deps.db.transaction() as conn:
        people.revoke_all(conn, person)
    return person


def fill(deps: Deps, keeper: int, folders: dict[str, int]) -> dict[str, int]:
    """Give the hidden documents fields, tags, notes; hand one in that is bound for their folder."""
    numbers: dict[str, int] = {}
    with deps.db.transaction() as conn:
        for number, name in conn.execute("select id, name from document where state = 'filed'"):
            numbers[name] = number
    secret = numbers["qzfile one.txt"]
    with deps.db.transaction() as conn:
        party = naming.add_party(conn, "Qzparty & Daughters", "qzs1")
        conn.execute(
            "update document set kind = 'letter', party_id = %s, \"when\" = '2026-03-04', what = 'qzwhat',"
            " reference = 'QZREF-7' where id = any(%s)",
            (party, [secret, numbers["qzold.txt"]]),
        )
        told = {
            "assignment": "Qzfield of the hull",
            "learner": str(naming.add_party(conn, "Qzlearner", None)),
        }
        conn.execute("update document set fields = %s where id = %s", (Jsonb(told), secret))
    labelling.set_tags(deps, keeper, [secret], put_on=["QzTag"], take_off=[])
    labelling.set_note(deps, keeper, secret, "qznote of the mate")
    for name in ("qzbound.txt", "qzupload.txt"):
        target = folders[HIDDEN] if name == "qzbound.txt" else None
        upload = uploading.begin(deps, keeper, path=name, size=7, folder=target)
        if name == "qzbound.txt":
            uploading.receive(deps, keeper, upload.id, 0, [b"Qztextx"])
    return numbers


def change(deps: Deps, keeper: int, numbers: dict[str, int]) -> list[int]:
    """Bin one, with a reason; destroy one; move and rename one by a list; leave a list that was only checked."""
    run(deps, keeper, Ask(act="bin", documents=[numbers["qzbinned.txt"]], reason="qzreason"))
    run(deps, keeper, Ask(act="bin", documents=[numbers["qzdestroyed.txt"]], reason="qzreason"))
    asks = [Proposal(act="destroy", document=numbers["qzdestroyed.txt"])]
    done = [kept_list.propose(deps, keeper, asks, title=given("Qzlist destroys"), origin="bin")]
    sheet = f'from,to\n"{HIDDEN}/qzold.txt","{HIDDEN}/Qzinner/qzold moved.txt"\n'
    done.append(propose_sheet(deps, keeper, read_sheet(sheet.encode(), deps.reader), "Qzlist.csv"))
    for one in done:
        lists_work.run(deps, keeper, one)
        run_list(deps, one)
    sheet = f'from,to\n"{HIDDEN}/Qzinner/qzfile one.txt","Letters"\n'
    return [
        *done,
        propose_sheet(deps, keeper, read_sheet(sheet.encode(), deps.reader), "Qzlist 2.csv"),
    ]


def aimed(body: Any, number: int, folder: int) -> Any:
    """Return *body* aimed at a document and a folder."""
    if isinstance(body, dict):
        return {key: [number] if key == "documents" else folder if key in ("folder", "into") else aimed(part, number, folder)
                for key, part in body.items()}  # fmt: skip
    return body


SHEET = f"from,to\nLetters/note.txt,{HIDDEN.upper()}/x.txt\nclub/QZOUTER/QZINNER/QZFILE ONE.TXT,Letters\nCLUB/RULES.TXT,Club/QZouter\n"
WORDS_ASKED = "?q=QZTEXT", "?q=qZPARTY", "?q=QZTAG", "?q=club"


def aims(planted: Planted) -> Iterator[tuple[int, int, int]]:
    """Yield documents, folders and lists: each with each in a long run, otherwise each at least once."""
    parts = (planted.numbers, planted.folders, planted.lists)
    if LONG:
        return product(*parts)
    return (
        (a[0], a[1], a[2])
        for a in zip(*(islice(cycle(p), max(map(len, parts)) * 2) for p in parts), strict=True)
    )


def requests(planted: Planted) -> Iterator[tuple[str, str, Any]]:
    for (method, path), (body, _, _) in sorted(TABLE.items()):
        if path in ("/api/sign-out", "/api/me/password", "/api/sign-in") or (
            path.startswith("/api/office") and method != "get"
        ):
            continue
        seen: set[str] = set()
        for number, folder, one in aims(planted):
            others: dict[str, Any] = {
                **OTHERS, "number": number, "folder": folder, "list_id": one, "page": 1,
            }  # fmt: skip
            address = path.format(**others) + QUERY.get(path, "")
            sent = SHEET.encode() if path == "/api/lists/sheet" else aimed(body, number, folder)
            key = f"{address} {sent}"
            if key not in seen:
                seen.add(key)
                yield method, address, sent
    for words in WORDS_ASKED:
        yield "get", f"/api/find{words}", None
    for number in planted.numbers:
        yield "get", f"/api/logbook?number={number}&quiet=false", None
        yield "get", f"/api/documents/zip?numbers={number}", None
    yield "get", "/api/folders/1/documents", None
    for path in FILES:
        yield "get", f"/api/old-path?path={path}", None


def unpacked(data: bytes) -> bytes:
    """Return *data* with what is packed in it, where it is an archive or a workbook."""
    if not data.startswith(b"PK"):
        return data
    with zipfile.ZipFile(io.BytesIO(data)) as archive:
        return data + b"".join(archive.read(name) for name in archive.namelist())


def told_of(visitor: Visitor, planted: Planted) -> dict[str, str]:
    """Return which of the words this person was told, and by what."""
    found: dict[str, str] = {}
    made: list[int] = []
    todo = list(requests(planted))
    while todo:
        method, address, body = todo.pop(0)
        answer = (
            visitor.ask(method, address, data=body)
            if isinstance(body, bytes)
            else visitor.ask(method, address, body)
        )
        assert answer.status_code < 500, (method, address, answer.text)
        raw = unpacked(answer.data) + str(dict(answer.headers)).encode()
        answer.close()
        for word in WORDS:
            if word.encode() in raw:
                found.setdefault(word, f"{method} {address}")
        if (
            answer.status_code == 201
            and address.startswith("/api/lists")
            and answer.is_json
            and len(made) < 40
        ):
            one = answer.json["id"]
            made.append(one)
            todo += [
                ("get", f"/api/lists/{one}/{what}", None)
                for what in ("steps", "proof", "proof.csv", "steps.csv", "steps.xlsx")
            ]
    return found


@pytest.mark.parametrize("kind", [kind for kind in KINDS if kind != "keeper"])
def test_words_planted_in_a_hidden_folder_come_out_nowhere(planted: Planted, kind: str) -> None:
    assert told_of(planted.visitors[kind], planted) == {}


def test_who_sees_a_folder_within_a_hidden_one_finds_and_uses_it_by_its_own_path(planted: Planted) -> None:
    visitor = planted.visitors["filer of another folder"]
    paths = [entry["path"] for entry in visitor.ask("GET", "/api/folders").json["folders"]]
    assert paths == ["Berths", "Letters"]
    sheet = b"from,to\nBerths/berths.txt,Letters\nLetters/note.txt,Berths\n"
    made = visitor.ask("POST", "/api/lists/sheet", data=sheet).json
    assert made["summary"]["blocked"] == 0, made
    steps = visitor.ask("GET", f"/api/lists/{made['id']}/steps").json["steps"]
    assert [(s["from_path"], s["to_path"]) for s in steps] == [
        ("Berths/berths.txt", "Letters/berths.txt"), ("Letters/note.txt", "Berths/note.txt"),
    ]  # fmt: skip
    for form in ("csv", "xlsx"):
        told = unpacked(visitor.ask("GET", f"/api/lists/{made['id']}/steps.{form}").data)
        assert b"Berths/berths.txt" in told and b"Qzouter" not in told


def test_names_of_hidden_folders_are_not_told_apart_from_others_by_guessing(planted: Planted) -> None:
    """Names that meet what is hidden are refused in the same words as names beside them, once there are many."""
    visitor = planted.visitors["filer of the folder above"]
    guesses = [f"club/qzouter/{at}" for at in range(30)] + [
        "club/Qzouter",
        "club/Nothing there",
        "club/Rightly new",
    ]
    rows = "".join(f"Club/rules.txt,{guess}\n" for guess in guesses)
    made = visitor.ask("POST", "/api/lists/sheet", data=f"from,to\n{rows}".encode()).json
    steps = visitor.ask("GET", f"/api/lists/{made['id']}/steps").json["steps"]
    told = {(finding["code"], str(finding["facts"])) for step in steps[-3:] for finding in step["findings"]}
    assert len(told) == 1


def test_the_keeper_is_told_every_one_of_them(planted: Planted) -> None:
    """So that each of the words could have come out."""
    assert set(told_of(planted.visitors["keeper"], planted)) == set(WORDS) - {"qzupload"}
