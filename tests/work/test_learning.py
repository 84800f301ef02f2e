"""What is learned from what was filed: kind, party, what and destination, with reasons, of what the person may see."""

from datetime import date

import pytest

from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import first, read
from waka.core.ids import DocumentId
from waka.core.words import worded
from waka.jobs.due import Look
from waka.work.changes.ways import filing
from waka.work.desk.filling import Offered, filling
from waka.work.documents import alike
from waka.work.naming.preview import preview
from waka.work.naming.slips import Slip

TODAY = date(2026, 3, 1)
#: a paper of a team's own kind, that says nowhere who wrote it
WATCH = """Watch bill for the passage of {when}
First watch forward hands anchor cable windlass, second watch aft hands mizzen sheets braces.
Cook of the day and galley hands, boat's crew, lamp trimmer, lookout and helm by turns.
Hands marked are to muster at the capstan before the bell. Number {number}."""


def watch(number: int) -> bytes:
    return WATCH.format(when=f"{number} May 2025", number=number).encode()


def file(drive: SmallDrive, number: int, **told: str) -> None:
    folder = drive.folder(told.pop("folder", "Letters"))
    arrival = hand_in(drive.deps, drive.filer, f"scan{number}.txt", watch(number))
    slip = {"kind": "form", "who": "Ketch Provider", "when": f"{number} 5 2025", "what": "Watch bill", **told}
    filing.file_arrival(drive.deps, drive.filer, arrival, Slip(**slip, folder=folder), TODAY)


def offered(drive: SmallDrive, person: int, arrival: int, field: str) -> Offered | None:
    found = filling(drive.deps, person, DocumentId(arrival)).fields.get(field, [])
    return found[0] if found else None


def test_kind_party_and_what_are_learned_from_papers_that_look_alike_and_say_why(filled: SmallDrive) -> None:
    arrival = hand_in(filled.deps, filled.filer, "new.txt", watch(29))
    read(filled.deps)
    assert "who" not in first(filled.deps, filled.filer, arrival)
    for number in range(1, 5):
        file(filled, number)
    read(filled.deps)
    while alike.make_next(filled.deps):
        pass
    found = {field: offered(filled, filled.filer, arrival, field) for field in ("kind", "who", "what")}
    assert {field: one and one.value for field, one in found.items()} == {
        "kind": "form", "who": "Ketch Provider", "what": "Watch bill",
    }  # fmt: skip
    why = {field: worded(one.why.code, one.why.facts) for field, one in found.items() if one is not None}
    assert why["who"] == "4 of 4 papers that look like this one are from Ketch Provider"
    assert why["what"] == "4 of 4 papers of this kind from Ketch Provider are called this"


def test_a_correction_counts_at_once(filled: SmallDrive) -> None:
    for number in range(1, 4):
        file(filled, number)
    arrival = hand_in(filled.deps, filled.filer, "new.txt", watch(29))
    read(filled.deps)
    while alike.make_next(filled.deps):
        pass
    assert offered(filled, filled.filer, arrival, "who") is not None
    with filled.deps.db.transaction() as conn:
        conn.execute("update document set party_id = null where state = 'filed'")
    assert offered(filled, filled.filer, arrival, "who") is None


def test_nothing_is_learned_from_what_a_person_may_not_see(filled: SmallDrive) -> None:
    for number in range(1, 5):
        file(filled, number, folder="Trainees")
    arrival = hand_in(filled.deps, filled.filer, "new.txt", watch(29))
    read(filled.deps)
    while alike.make_next(filled.deps):
        pass
    before = filling(filled.deps, filled.filer, DocumentId(arrival))
    filled.keep_to("Trainees", filled.keeper)
    after = filling(filled.deps, filled.filer, DocumentId(arrival))
    assert before.fields["who"][0].value == "Ketch Provider"
    assert "who" not in after.fields and "what" not in after.fields


FUEL = """Greyfin Marine Fuels
Fuel Quay 2, Tern Point
Invoice
Delivery note {note}
Account ref {account}
Date 0{day} May 2025
Red diesel, litres 420 and filter sets for the ketch at the quay, as ordered
Total to pay £438.{day}0"""


def fuel(drive: SmallDrive, day: int, reference: str | None = None) -> int:
    text = FUEL.format(note=f"54{day}1", account=f"7{day}46", day=day)
    number = hand_in(drive.deps, drive.filer, f"fuel{day}.txt", text.encode())
    if reference is not None:
        slip = Slip(kind="invoice", who="Greyfin Marine Fuels", when=f"{day} 5 2025", what="diesel", reference=reference, folder=drive.folder("Letters"))  # fmt: skip
        filing.file_arrival(drive.deps, drive.filer, number, slip, TODAY)
    return number


@pytest.mark.parametrize(("called", "found"), [("54{day}1", "5491"), ("7{day}46", "7946"), ("none", "5491")])
def test_the_number_that_an_office_files_papers_by_is_learned_from_what_stands_before_it(
    filled: SmallDrive, called: str, found: str
) -> None:
    for day in range(1, 5):
        fuel(filled, day, called.format(day=day))
    arrival = fuel(filled, 9)
    read(filled.deps)
    while alike.make_next(filled.deps):
        pass
    told = offered(filled, filled.filer, arrival, "reference")
    assert (told and told.value) == found


def led(drive: SmallDrive, number: int, **told: str) -> tuple[str, str, bool] | None:
    """Where a slip leads, why, and whether that is sure."""
    arrival = DocumentId(hand_in(drive.deps, drive.filer, f"next{number}.txt", f"paper {number}".encode()))
    with drive.deps.db.transaction() as conn:
        lead = preview(conn, drive.filer, arrival, Slip(kind="form", when="9 5 2025", **told)).lead
    return lead and (lead.path, lead.why.code, lead.sure)


def test_what_is_called_the_same_goes_where_its_like_went_whoever_it_is_from(filled: SmallDrive) -> None:
    for number in range(1, 5):
        file(filled, number, who=f"Parent {number}", what="Consent form", folder="Trainees")
        file(filled, number + 10, who=f"Skipper {number}", what="Watch bill", folder="Letters")
    assert led(filled, 1, who="Parent 9", what="consent FORM") == ("Trainees", "led_by_learned_what", True)
    assert led(filled, 2, who="Parent 9", what="Watch bill") == ("Letters", "led_by_learned_what", True)
    assert led(filled, 3, who="Parent 9", what="Mutiny") is None


def test_where_a_party_only_leans_is_sure_once_its_like_went_the_same_way(filled: SmallDrive) -> None:
    for number in range(1, 3):
        file(filled, number, who="Parent", what="Consent form", folder="Trainees")
    # two say little; but other papers that are called the same went there, too
    assert led(filled, 1, who="Parent", what="Note") == ("Trainees", "led_by_learned_party", False)
    for number in range(3, 6):
        file(filled, number, who=f"Parent {number}", what="Consent form", folder="Trainees")
    assert led(filled, 2, who="Parent", what="Consent form") == ("Trainees", "led_by_learned_what", True)
    # and where they went elsewhere, the party's own way is kept, to be looked at
    for number in range(6, 12):
        file(filled, number, who=f"Skipper {number}", what="Watch bill", folder="Letters")
    assert led(filled, 3, who="Parent", what="Watch bill") == ("Trainees", "led_by_learned_party", False)


def test_what_is_read_is_compared_soon_and_what_is_destroyed_no_more(filled: SmallDrive) -> None:
    file(filled, 1)
    read(filled.deps)
    Look(filled.deps).look()
    with filled.deps.db.transaction() as conn:
        tasks = {task for (task,) in conn.execute("select task_name from procrastinate_jobs")}
    assert "sketches" in tasks
    while alike.make_next(filled.deps):
        pass
    with filled.deps.db.transaction() as conn:
        assert conn.execute("select count(*) from content_sketch").fetchone() == (1,)
        assert conn.execute("select count(*) from sketch_due").fetchone() == (0,)
