"""Zips, mails and mailboxes on the desk: looked into, bounded, taken out as arrivals that know where they come from."""

import io
import stat
import zipfile
from email.message import EmailMessage

import pytest

from tests.work.drive import SmallDrive, hand_in
from tests.work.test_filling import read
from waka.core.ids import DocumentId
from waka.errors import BadRequest, NotFound, Unreadable
from waka.reading import entries
from waka.records.desk import arrivals
from waka.work.changes.ways import filing
from waka.work.desk.inside import inside, take_out
from waka.work.documents.looking import content
from waka.work.naming.slips import Slip


def zipped(*files: tuple[str | zipfile.ZipInfo, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as archive:
        for name, data in files:
            archive.writestr(name, data)
    return out.getvalue()


def mail(subject: str, *attached: tuple[str, bytes]) -> bytes:
    message = EmailMessage()
    message["From"], message["To"], message["Subject"] = (
        "yard@kilbray.example",
        "office@ternpoint.example",
        subject,
    )
    message["Date"] = "Thu, 12 Nov 2026 10:00:00 +0000"
    message.set_content("The new fees are attached.")
    for name, data in attached:
        message.add_attachment(data, maintype="application", subtype="octet-stream", filename=name)
    return bytes(message)


def arrived(drive: SmallDrive, name: str, data: bytes) -> DocumentId:
    number = DocumentId(hand_in(drive.deps, drive.filer, name, data))
    read(drive.deps)
    return number


def text_of(drive: SmallDrive, number: DocumentId) -> tuple[str, bytes]:
    with content(drive.deps, drive.filer, number) as (document, file):
        return document.name, file.read()


def test_what_is_in_a_zip_is_listed_and_taken_out_as_arrivals_that_know_where_they_come_from(
    drive: SmallDrive,
) -> None:
    number = arrived(
        drive,
        "papers.zip",
        zipped(
            ("berth/bill.txt", b"berth rent"), ("berth/", b""), ("notes.txt", b"ask"), ("__MACOSX/x", b"x")
        ),
    )
    held = inside(drive.deps, drive.filer, number)
    assert [(one.name, one.size, one.refused, one.is_out) for one in held] == [
        ("berth/bill.txt", 10, None, False), ("notes.txt", 3, None, False),
    ]  # fmt: skip
    numbers = take_out(drive.deps, drive.filer, number, [one.at for one in held])
    assert [text_of(drive, one) for one in numbers] == [("bill.txt", b"berth rent"), ("notes.txt", b"ask")]
    with drive.deps.db.transaction() as conn:
        queue = {one.id: one for one in arrivals.queue(conn, drive.filer)}
    assert {(queue[one].holder, queue[one].holder_name) for one in numbers} == {(number, "papers.zip")}
    assert {queue[one].arrival_point for one in numbers} == {queue[number].arrival_point}
    # asked again, nothing comes twice
    assert all(one.is_out for one in inside(drive.deps, drive.filer, number))
    assert take_out(drive.deps, drive.filer, number, [held[0].at]) == []


def test_names_that_are_taken_are_numbered_and_none_is_overwritten(drive: SmallDrive) -> None:
    number = arrived(drive, "papers.zip", zipped(("a/bill.txt", b"one"), ("b/bill.txt", b"two")))
    numbers = take_out(drive.deps, drive.filer, number, [0, 1])
    found = [text_of(drive, one) for one in numbers]
    assert [data for _, data in found] == [b"one", b"two"] and len({name for name, _ in found}) == 2


def link() -> zipfile.ZipInfo:
    info = zipfile.ZipInfo("link")
    info.external_attr = (stat.S_IFLNK | 0o777) << 16
    return info


@pytest.mark.parametrize(
    ("name", "data", "refused"),
    [
        ("../../etc/passwd", b"x", "climbs_out"), ("/etc/passwd", b"x", "climbs_out"), ("..\\up.txt", b"x", "climbs_out"),
        ("C:\\x.txt", b"x", "climbs_out"), (link(), b"/etc/passwd", "is_link"),
        ("zeros.bin", bytes(entries.BOMB_BYTES + 1), "is_bomb"),
    ],
)  # fmt: skip
def test_what_climbs_out_leads_elsewhere_or_swells_is_said_and_stays_in(
    drive: SmallDrive, name: str, data: bytes, refused: str
) -> None:
    number = arrived(drive, "papers.zip", zipped((name, data), ("good.txt", b"good")))
    bad, good = inside(drive.deps, drive.filer, number)
    assert (bad.refused, good.refused) == (refused, None)
    with pytest.raises(BadRequest):
        take_out(drive.deps, drive.filer, number, [bad.at, good.at])
    assert len(take_out(drive.deps, drive.filer, number, [good.at])) == 1
    assert not (drive.deps.arrivals.root.parent / "etc").exists()


def test_more_than_is_sensible_is_refused_as_a_whole(drive: SmallDrive) -> None:
    number = arrived(
        drive, "many.zip", zipped(*((f"{at}.txt", b"") for at in range(entries.MOST_ENTRIES + 1)))
    )
    with pytest.raises(Unreadable):
        inside(drive.deps, drive.filer, number)


def test_a_zip_that_says_another_size_than_it_has_is_not_believed(drive: SmallDrive) -> None:
    data = bytearray(zipped(("a.txt", b"abcdefgh" * 99)))
    at = data.rfind(b"PK\x01\x02")
    data[at + 24 : at + 28] = (9).to_bytes(4, "little")
    number = arrived(drive, "liar.zip", bytes(data))
    [held] = inside(drive.deps, drive.filer, number)
    with pytest.raises(Unreadable):
        take_out(drive.deps, drive.filer, number, [held.at])


def test_attachments_of_a_mail_and_mails_of_a_mailbox_are_taken_out(drive: SmallDrive) -> None:
    one, two = mail("Fees / 2027", ("fees.txt", b"195 a day")), mail("Dredging")
    box = (
        b"From yard@kilbray.example Thu Nov 12 10:00:00 2026\n"
        + one
        + b"\nFrom x@y.example Fri Nov 13 10:00:00 2026\n"
        + two
    )
    mailbox = arrived(drive, "post.mbox", box)
    assert [held.name for held in inside(drive.deps, drive.filer, mailbox)] == [
        "Fees 2027.eml",
        "Dredging.eml",
    ]
    [first, _] = take_out(drive.deps, drive.filer, mailbox, [0, 1])
    read(drive.deps)
    [held] = inside(drive.deps, drive.filer, first)
    [attached] = take_out(drive.deps, drive.filer, first, [held.at])
    assert text_of(drive, attached) == ("fees.txt", b"195 a day")


def test_nobody_looks_into_or_takes_out_what_they_may_not(drive: SmallDrive) -> None:
    number = arrived(drive, "papers.zip", zipped(("a.txt", b"a")))
    for work in (inside, lambda *asked: take_out(*asked, [0])):
        with pytest.raises(NotFound):
            work(drive.deps, drive.reader, number)
    folder = drive.number("Letters/note.txt")
    with pytest.raises(NotFound):
        take_out(drive.deps, drive.filer, DocumentId(folder), [0])
    with pytest.raises(BadRequest):
        take_out(drive.deps, drive.filer, number, [99])


@pytest.mark.parametrize(
    ("name", "data"), [("note.txt", b"no zip"), ("empty.txt", b""), ("plain.eml", mail("No attachment"))]
)
def test_what_holds_nothing_has_nothing_inside(drive: SmallDrive, name: str, data: bytes) -> None:
    assert inside(drive.deps, drive.filer, arrived(drive, name, data)) == []


@pytest.mark.filterwarnings("ignore:Duplicate name")
def test_two_files_of_one_name_are_two(drive: SmallDrive) -> None:
    number = arrived(drive, "papers.zip", zipped(("bill.txt", b"one"), ("bill.txt", b"two")))
    first = take_out(drive.deps, drive.filer, number, [0])
    assert [one.is_out for one in inside(drive.deps, drive.filer, number)] == [True, False]
    second = take_out(drive.deps, drive.filer, number, [0, 1])
    assert [text_of(drive, one)[1] for one in [*first, *second]] == [b"one", b"two"]


def test_what_a_holder_is_filed_as_later_is_told_to_nobody_who_may_not_see_it(drive: SmallDrive) -> None:
    number = arrived(drive, "papers.zip", zipped(("a.txt", b"a")))
    [out] = take_out(drive.deps, drive.filer, number, [0])
    drive.keep_to("Trainees", drive.keeper)
    slip = Slip(
        kind="other", who="Secret Lagoon", when="1 2 25", what="dismissal", folder=drive.folder("Trainees")
    )
    filing.file_arrival(drive.deps, drive.keeper, number, slip)
    with drive.deps.db.transaction() as conn:
        told = {one.id: one for one in arrivals.queue(conn, drive.filer)}
    assert told[out].holder_name == "papers.zip" and "dismissal" not in repr(told)
