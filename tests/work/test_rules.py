"""The team's own rules: fields, kinds and parties, and what follows from a change of them."""

from __future__ import annotations

import csv
import io
from datetime import date

import msgspec
import pytest

from tests.work.drive import CANVAS, LOG, NOTE, SAIL, SmallDrive
from tests.work.lists import Lists
from waka.core.fields.registry import Choice, Field
from waka.core.names import FieldType
from waka.errors import BadRequest, ChangedMeanwhile, NotAllowed, NotFound, SlipIncomplete
from waka.records.rules import fields
from waka.work.changes.ways import sheet, undo
from waka.work.desk import queue
from waka.work.finding import search as finding
from waka.work.folders import as_sheet, browsing
from waka.work.naming.house import Naming
from waka.work.naming.slips import Slip
from waka.work.outside.taking_in import index_next
from waka.work.rules import rules
from waka.work.rules.rules import PartyWish

DECK = Field(code="deck", label="Deck", type=FieldType.CHOICE,
             choices=[Choice(code="low", label="Lower deck"), Choice(code="up", label="Upper deck")])  # fmt: skip
MASTER = Field(code="master", label="Master", type=FieldType.PARTY)
PRICE = Field(code="price", label="Price agreed", type=FieldType.MONEY)
SAILED = Field(code="sailed", label="Sailed", type=FieldType.DATE, kinds=["letter"])


@pytest.fixture
def team(made: Lists) -> SmallDrive:
    for field in (DECK, MASTER, PRICE, SAILED):
        rules.put_field(made.drive.deps, made.drive.keeper, field)
    return made.drive


def correct(drive: SmallDrive, path: str, by: int | None = None, **said: str) -> None:
    drive.change("correct", path, by=by, fields=Slip(fields=said))


def said(drive: SmallDrive, path: str, person: int | None = None) -> dict[str, str]:
    number = drive.number(path)
    return dict(browsing.details(drive.deps, person or drive.keeper, number).fields)


def test_what_is_said_is_kept_shown_and_taken_back(team: SmallDrive) -> None:
    correct(team, NOTE, deck="upper deck", master="mrc", price="12 EUR", sailed="3 4 26")
    told = {
        "deck": "up", "master": "Marlow Rope & Canvas", "price": "12.00 EUR", "sailed": "2026-04-03",
    }  # fmt: skip
    assert said(team, NOTE) == told
    correct(team, NOTE, deck="lower deck")
    assert said(team, NOTE) == {"deck": "low"}, "a slip says all fields of one document"
    undo.undo_last(team.deps, team.filer)
    assert said(team, NOTE) == told


def test_a_field_that_another_changed_meanwhile_is_not_overwritten_in_silence(team: SmallDrive) -> None:
    number = team.number(NOTE)
    seen = browsing.details(team.deps, team.filer, number).document.edition
    correct(team, NOTE, by=team.keeper, deck="up")
    with pytest.raises(ChangedMeanwhile):
        team.change("correct", NOTE, fields=Slip(fields={"deck": "low"}), editions={number: seen})
    assert said(team, NOTE) == {"deck": "up"}


@pytest.mark.parametrize(
    ("field", "typed"), [("deck", "middle"), ("price", "much"), ("sailed", "soon"), ("hull", "7")]
)
def test_what_a_field_cannot_hold_is_refused_and_nothing_is_lost(
    team: SmallDrive, field: str, typed: str
) -> None:
    correct(team, NOTE, deck="low")
    with pytest.raises(SlipIncomplete):
        correct(team, NOTE, **{field: typed})
    assert said(team, NOTE) == {"deck": "low"}


def test_fields_survive_a_move_a_rename_a_copy_the_bin_and_a_version(team: SmallDrive) -> None:
    correct(team, NOTE, deck="low", price="3")
    team.change("rename", NOTE, name="2026-03-01_mrc_note.txt")
    path = "Letters/2026-03-01_mrc_note.txt"
    team.change("move", path, folder=team.folder("Trainees"))
    path = path.replace("Letters", "Trainees")
    team.change("copy", path, folder=team.folder("Letters"))
    number = team.number(path)
    team.change("bin", path)
    assert dict(browsing.details(team.deps, team.keeper, number).fields) == {
        "deck": "low",
        "price": "3.00 GBP",
    }
    undo.undo_last(team.deps, team.filer)
    for where in (path, path.replace("Trainees", "Letters")):
        assert said(team, where) == {"deck": "low", "price": "3.00 GBP"}


def test_a_name_that_tells_a_field_of_the_team_s_own_is_read_back(team: SmallDrive) -> None:
    with team.deps.db.transaction() as conn:
        conn.execute(
            'insert into name_pattern (text) values (\'{when yyyy-mm-dd}_{what}{"_" deck?}{"_" master short?}\')'
        )
    correct(team, NOTE, price="7")
    team.change("rename", NOTE, name="2026-03-01_note_upper-deck_mrc.txt")
    path = "Letters/2026-03-01_note_upper-deck_mrc.txt"
    told = {"deck": "up", "master": "Marlow Rope & Canvas", "price": "7.00 GBP"}
    assert said(team, path) == told, "what the name does not tell stays"
    with team.deps.db.transaction() as conn:
        house = Naming.load(conn)
    assert [part.field for part in house.segments(path.rpartition("/")[2]) if part.field != "rest"] == [
        "when", "what", "deck", "master"]  # fmt: skip


def test_a_sheet_says_fields_and_moves_and_what_it_cannot_say_it_says_with_the_line(
    made: Lists, team: SmallDrive
) -> None:
    text = f"from,to,Deck,price agreed,When,Kind\n{SAIL},Letters,Upper deck,12.5,,Invoice\n{NOTE},,,$3,1.2.26,\n{LOG},,,,,\n"
    rows = sheet.read(team.deps, text.replace(",\n", "\n").encode())
    assert [(row.target, dict(row.fields)) for row in rows] == [
        ("Letters", {"deck": "Upper deck", "price": "12.5", "kind": "Invoice"}),
        ("", {"price": "$3", "when": "1.2.26"}),
    ]  # fmt: skip
    list_id = sheet.propose_sheet(team.deps, team.keeper, rows, "fields.csv")
    assert made.run(list_id).state == "done"
    moved = f"Letters/{SAIL.rpartition('/')[2]}"
    assert said(team, moved) == {"deck": "up", "price": "12.50 GBP"}
    document = browsing.details(team.deps, team.keeper, team.number(moved)).document
    assert (document.kind, document.what, document.when) == ("invoice", "mizzen sail", date(2025, 3, 12))
    assert said(team, NOTE) == {"price": "3.00 USD"}
    with pytest.raises(BadRequest, match="Line 2, price: “cheap” is no amount"):
        sheet.propose_sheet(
            team.deps, team.keeper, sheet.read(team.deps, f"from,price\n{LOG},cheap".encode()), "x"
        )
    made.run(undo.propose_undo(team.deps, team.keeper, list_id))
    assert (said(team, SAIL), said(team, NOTE)) == ({}, {})


def test_a_folder_as_a_sheet_comes_back_without_a_change(made: Lists, team: SmallDrive) -> None:
    correct(team, NOTE, deck="low", master="mrc", price="-3 EUR", sailed="2026-04-03")
    name, chunks = as_sheet.folder_as_csv(team.deps, team.filer, team.folder("Letters"))
    text = b"".join(chunks)
    [row] = csv.DictReader(io.StringIO(text.decode("utf-8-sig")))
    assert (name, row["from"], row["Deck"], row["Price agreed"]) == (
        "Letters.csv",
        NOTE,
        "Lower deck",
        "'-3.00 EUR",  # so that no spreadsheet takes it for a formula
    )
    before = said(team, NOTE)
    list_id = sheet.propose_sheet(team.deps, team.keeper, sheet.read(team.deps, text), name)
    assert made.run(list_id).state == "done"
    assert said(team, NOTE) == before
    with pytest.raises(NotFound):
        as_sheet.folder_as_csv(team.deps, team.filer, 9_999)


def test_what_is_called_anew_is_found_anew(team: SmallDrive) -> None:
    correct(team, NOTE, deck="low", master="mrc")
    index_all(team)
    assert hits(team, "lower") == [NOTE] and NOTE in hits(team, "marlow")
    rules.put_field(team.deps, team.keeper, msgspec.structs.replace(
        DECK, choices=[Choice(code="low", label="Orlop"), DECK.choices[1]]))  # fmt: skip
    with team.deps.db.transaction() as conn:
        party = next(p.id for p in fields_parties(conn) if p.short == "mrc")
    rules.put_party(team.deps, team.keeper, party, PartyWish(name="Cordage House", short="mrc"))
    index_all(team)
    assert (hits(team, "lower"), hits(team, "orlop"), NOTE in hits(team, "cordage")) == ([], [NOTE], True)
    assert said(team, NOTE)["master"] == "Cordage House"
    correct(team, NOTE, master="marlow rope & canvas")
    assert said(team, NOTE) == {"master": "Cordage House"}, "its former name still means it"


def fields_parties(conn) -> list:  # type: ignore[no-untyped-def, type-arg]
    from waka.records.desk import naming

    return naming.party_rows(conn)


def index_all(drive: SmallDrive) -> None:
    while index_next(drive.deps):
        pass


def hits(drive: SmallDrive, words: str) -> list[str]:
    found = finding.find(drive.deps, drive.keeper, words).found
    return [f"{one.hit.folder_path}/{one.hit.name}" for one in found]


@pytest.mark.parametrize(
    ("changes", "told"),
    [
        ({"type": FieldType.TEXT, "choices": []}, "holds choices"),
        ({"choices": [DECK.choices[0]]}, "Documents have the choice “up”"),
        ({"choices": []}, "A choice needs something"),
        ({"label": "price AGREED"}, "another field's label"),
        ({"code": "size"}, "cannot be a field's code"),
        ({"kinds": ["hull"]}, "There is no kind “hull”"),
    ],
)
def test_a_field_keeps_what_documents_stand_on(
    team: SmallDrive, changes: dict[str, object], told: str
) -> None:
    correct(team, NOTE, deck="up")
    with pytest.raises(BadRequest, match=told):
        rules.put_field(team.deps, team.keeper, msgspec.structs.replace(DECK, **changes))
    assert said(team, NOTE) == {"deck": "up"}


def test_waka_s_own_fields_stay_but_may_be_shown(team: SmallDrive) -> None:
    who = next(one.field for one in rules.rules(team.deps, team.keeper).fields if one.field.code == "who")
    with pytest.raises(BadRequest, match="stays as it is"):
        rules.put_field(team.deps, team.keeper, msgspec.structs.replace(who, label="Sender"))
    rules.put_field(team.deps, team.keeper, msgspec.structs.replace(who, shown=False))
    kept = queue.house(team.deps, team.filer).fields
    assert next(field for field in kept if field.code == "who").shown is False


def test_a_retired_field_is_asked_for_no_more_and_loses_nothing(team: SmallDrive) -> None:
    correct(team, NOTE, deck="low")
    rules.put_field(team.deps, team.keeper, msgspec.structs.replace(DECK, retired=True))
    with team.deps.db.transaction() as conn:
        registry = fields.registry(conn)
    assert "deck" not in [field.code for field in registry.asked("letter")]
    assert said(team, NOTE) == {"deck": "low"}


def test_only_who_keeps_the_whole_drive_changes_rules(team: SmallDrive) -> None:
    for person in (team.filer, team.reader):
        with pytest.raises(NotAllowed):
            rules.rules(team.deps, person)
        with pytest.raises(NotAllowed):
            rules.put_field(team.deps, person, DECK)
        with pytest.raises(NotAllowed):
            rules.put_kind(team.deps, person, "hull", "Hull", retired=False)
        with pytest.raises(NotAllowed):
            rules.put_party(team.deps, person, 1, PartyWish(name="Somebody"))


def test_a_party_that_only_a_hidden_document_names_in_a_field_is_told_to_nobody_else(
    team: SmallDrive,
) -> None:
    team.keep_to("Trainees", team.filer)
    drive = team
    drive.change("correct", CANVAS, fields=Slip(fields={"master": "Seen Sailor"}))
    drive_log(drive, "Hidden Hand")
    for person in (drive.reader, drive.keeper):
        told = [party.name for party in queue.house(drive.deps, person).parties]
        assert "Seen Sailor" in told and "Hidden Hand" not in told
    assert "Hidden Hand" in [party.name for party in queue.house(drive.deps, drive.filer).parties]
    assert "Hidden Hand" not in [one.party.name for one in rules.rules(drive.deps, drive.keeper).parties]
    with drive.deps.db.transaction() as conn:
        hidden = next(p.id for p in fields_parties(conn) if p.name == "Hidden Hand")
    with pytest.raises(NotFound):
        rules.put_party(drive.deps, drive.keeper, hidden, PartyWish(name="Found Out"))


def drive_log(drive: SmallDrive, master: str) -> None:
    """Say in the log, which the filer alone may see, who its master is."""
    from waka.work.changes.ways.asks import Ask
    from waka.work.changes.ways.by_hand import run

    with drive.deps.db.transaction() as conn:
        found = conn.execute("select id from document where name = 'log.txt'").fetchone()
    assert found is not None
    run(
        drive.deps,
        drive.filer,
        Ask(act="correct", documents=[found[0]], fields=Slip(fields={"master": master})),
    )
