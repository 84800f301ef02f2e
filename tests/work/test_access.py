"""Rights: what is granted, what it comes to, who sees it and why; teams, invitations, those who leave."""

from dataclasses import replace
from datetime import date

import pytest

from tests.cheap import COSTLY
from tests.work.drive import NOTE, SAIL, SmallDrive, hand_in
from waka.errors import BadRequest, NotAllowed, NotFound, NotSignedIn, SlipIncomplete, WrongPassword
from waka.records.desk import naming
from waka.records.folders.access import Holder
from waka.records.people.people import Person
from waka.work.changes.ways import by_hand, filing
from waka.work.changes.ways.asks import Ask
from waka.work.deps import Deps
from waka.work.desk import arriving
from waka.work.desk import queue as desk
from waka.work.folders import access, browsing
from waka.work.folders.access import Wish
from waka.work.naming import preview
from waka.work.naming.slips import Slip
from waka.work.people import office, signing_in


@pytest.fixture
def boss(drive: SmallDrive) -> Person:
    return signing_in.sign_in(drive.deps, "magnus", "fair winds here", "1.2.3.4").person


def seen_by(drive: SmallDrive, person: int) -> set[str]:
    return {entry.path for entry in browsing.outline(drive.deps, person)}


def grant(drive: SmallDrive, path: str, *grants: tuple[Holder, str], replaces: bool = False) -> list[str]:
    wish = Wish(replaces=replaces, grants=grants)
    folder = drive.folder(path)
    shown = access.preview(drive.deps, drive.keeper, folder, wish)
    done = access.grant(drive.deps, drive.keeper, folder, wish)
    assert shown == done  # what is shown is what happens
    return [f"{e.name}: {e.before} → {e.after}, {e.documents} in {e.path}" for e in done]


def test_a_grant_is_shown_before_and_holds_beneath(drive: SmallDrive) -> None:
    alba = Holder(person=drive.reader)
    assert grant(drive, "Finance", (alba, "filer")) == ["Alba Beck: reader → filer, 3 in Finance"]
    rights = {e.path: e.right for e in browsing.outline(drive.deps, drive.reader)}
    assert rights["Finance/2025"] == "filer" and rights["Letters"] == "reader"
    assert grant(drive, "Finance") == ["Alba Beck: filer → reader, 3 in Finance"]


def test_a_folder_may_replace_what_it_inherits(drive: SmallDrive) -> None:
    magnus = Holder(person=drive.keeper)
    told = grant(drive, "Trainees", (magnus, "keeper"), replaces=True)
    assert told == ["Alba Beck: reader → None, 1 in Trainees", "Tamsin Brook: filer → None, 1 in Trainees"]
    assert "Trainees" not in seen_by(drive, drive.filer)
    assert "Trainees" in seen_by(drive, drive.keeper)


def test_nobody_takes_away_the_last_keeper(drive: SmallDrive) -> None:
    with pytest.raises(BadRequest, match="Nobody would keep"):
        grant(drive, "Trainees", (Holder(person=drive.reader), "reader"), replaces=True)
    assert "Trainees" in seen_by(drive, drive.filer)


def test_only_a_keeper_grants(drive: SmallDrive) -> None:
    wish = Wish(replaces=False, grants=[])
    with pytest.raises(NotAllowed, match="Only a keeper"):
        access.grant(drive.deps, drive.filer, drive.folder("Finance"), wish)
    with pytest.raises(NotFound):
        access.grant(drive.deps, drive.filer, 9999, wish)


def test_who_sees_this_and_why(drive: SmallDrive, boss: Person) -> None:
    team = office.put_team(drive.deps, boss, None, "Skippers", [drive.reader])
    grant(drive, "Finance", (Holder(team=team), "filer"))
    told = access.rights(drive.deps, drive.filer, drive.folder("Finance/2025"))
    assert [(w.name, w.right, w.team, w.path) for w in told.people if w.person_id == drive.reader] == [
        ("Alba Beck", "filer", "Skippers", "Finance"), ("Alba Beck", "reader", None, ""),
    ]  # fmt: skip
    assert told.grants == [] and told.names == []  # what is granted here is its keepers' business


def test_a_team_s_rights_follow_its_members(drive: SmallDrive, boss: Person) -> None:
    team = office.put_team(drive.deps, boss, None, "Crew", [])
    magnus = (Holder(person=drive.keeper), "keeper")
    grant(drive, "Trainees", magnus, (Holder(team=team), "reader"), replaces=True)
    assert "Trainees" not in seen_by(drive, drive.filer)
    office.put_team(drive.deps, boss, team, "Crew", [drive.filer])
    assert "Trainees" in seen_by(drive, drive.filer)
    office.remove_team(drive.deps, boss, team)
    assert "Trainees" not in seen_by(drive, drive.filer)


def test_a_folder_moved_under_other_rights_comes_under_them(drive: SmallDrive) -> None:
    drive.keep_to("Trainees", drive.keeper)
    ask = Ask(act="move_folder", folder=drive.folder("Finance/2025"), into=drive.folder("Trainees"))
    seen = by_hand.look(drive.deps, drive.keeper, ask)
    assert seen.lose == ["Alba Beck", "Tamsin Brook"]
    by_hand.run(drive.deps, drive.keeper, Ask(
        act="move_folder", folder=ask.folder, into=ask.into, seen=seen.digest))  # fmt: skip
    assert seen_by(drive, drive.filer) == {"", "Finance", "Finance/2026", "Letters"}


def test_a_private_folder_is_its_maker_s_alone(drive: SmallDrive) -> None:
    made = by_hand.run(drive.deps, drive.filer, Ask(
        act="make_folder", folder=drive.folder("Letters"), name="Drafts", private=True))  # fmt: skip
    assert "Letters/Drafts" in seen_by(drive, drive.filer)
    assert "Letters/Drafts" not in seen_by(drive, drive.keeper)
    [entry] = [e for e in browsing.outline(drive.deps, drive.filer) if e.id == made.folder]
    assert (entry.right, entry.private) == ("keeper", True)


def test_an_invitation_is_used_once(drive: SmallDrive, boss: Person) -> None:
    secret = office.invite(drive.deps, boss, login="ines", name="Ines Vale", teams=[])
    with pytest.raises(WrongPassword):
        signing_in.sign_in(drive.deps, "ines", "", "1.2.3.4")
    assert office.invited(drive.deps, secret) == "ines"
    office.accept(drive.deps, secret, "over the bar at noon")
    assert (
        signing_in.sign_in(drive.deps, "ines", "over the bar at noon", "1.2.3.4").person.name == "Ines Vale"
    )
    with pytest.raises(NotFound):
        office.accept(drive.deps, secret, "somebody else's word")


def test_who_leaves_is_out_at_once_and_another_takes_over(drive: SmallDrive, boss: Person) -> None:
    session = signing_in.sign_in(drive.deps, "tamsin", "fair winds here", "1.2.3.4")
    by_hand.run(drive.deps, drive.filer, Ask(
        act="make_folder", folder=drive.folder("Letters"), name="Drafts", private=True))  # fmt: skip
    with pytest.raises(BadRequest, match="Nobody would keep a folder that is not for you to see"):
        office.switch_off(drive.deps, boss, drive.filer, None)
    assert ("a folder that is not for you to see", "keeper") in office.belongings(
        drive.deps, boss, drive.filer
    )
    office.switch_off(drive.deps, boss, drive.filer, drive.reader)
    with pytest.raises(NotSignedIn):
        signing_in.who(drive.deps, session.token)
    with pytest.raises(WrongPassword):
        signing_in.sign_in(drive.deps, "tamsin", "fair winds here", "1.2.3.4")
    assert browsing.outline(drive.deps, drive.filer) == []
    assert "Letters/Drafts" in seen_by(drive, drive.reader)


def test_the_last_administrator_stays(drive: SmallDrive, boss: Person) -> None:
    with pytest.raises(BadRequest, match="Nobody else is administrator"):
        office.switch_off(drive.deps, boss, drive.keeper, drive.filer)
    with pytest.raises(BadRequest, match="Nobody else is administrator"):
        office.set_administrator(drive.deps, boss, drive.keeper, administrator=False)


def test_rights_that_end_while_somebody_works(drive: SmallDrive) -> None:
    number, letters = drive.number(NOTE), drive.folder("Letters")
    drive.keep_to("Letters", drive.keeper)
    for ask in (Ask(act="rename", documents=[number], name="x.txt"), Ask(act="bin", documents=[number])):
        with pytest.raises(NotFound):
            by_hand.run(drive.deps, drive.filer, ask)
    with pytest.raises(NotFound):
        drive.change("move", SAIL, folder=letters)
    assert drive.path(number) == NOTE


def test_an_arrival_point_is_seen_by_those_it_is_granted_to(drive: SmallDrive, boss: Person) -> None:
    from waka.work.desk import queue as desk

    (drive.deps.arrivals.root / "Scanner").mkdir()
    (drive.deps.arrivals.root / "Scanner/scan 1.txt").write_text("a scan")
    arriving.Sweeper(drive.deps, 0).sweep()
    assert len(desk.desk(drive.deps, drive.filer).waiting) == 1
    [point] = office.office(drive.deps, boss).points
    office.grant_point(drive.deps, boss, point.id, [Holder(person=drive.reader)])
    assert desk.desk(drive.deps, drive.filer).waiting == []
    assert len(desk.desk(drive.deps, drive.reader).waiting) == 1


def test_the_office_is_for_administrators(drive: SmallDrive) -> None:
    tamsin = signing_in.sign_in(drive.deps, "tamsin", "fair winds here", "1.2.3.4").person
    with pytest.raises(NotAllowed):
        office.office(drive.deps, tamsin)


def test_a_name_that_nobody_has_takes_as_long(monkeypatch: pytest.MonkeyPatch) -> None:
    """What is compared for it must be as costly as what is kept of a password today."""
    monkeypatch.setattr(signing_in, "_hasher", COSTLY)
    kept = signing_in.hash_password("over the bar at noon")
    assert signing_in.NOBODY.rsplit("$", 2)[0] == kept.rsplit("$", 2)[0]


def test_parties_are_known_to_who_sees_their_documents(drive: SmallDrive) -> None:
    """A party of one hidden document: its name and whose short form it is stay hidden, that the form is taken does not."""
    drive.keep_to("Trainees", drive.keeper)
    number = hand_in(drive.deps, drive.keeper, "scan.txt", b"x")
    secret = Slip(kind="letter", who="Quayle & Sable Solicitors", short="qss", when="1.2.2026", what="dismissal",
                  folder=drive.folder("Trainees"))  # fmt: skip
    filing.file_arrival(drive.deps, drive.keeper, number, secret, date(2026, 11, 20))
    assert "Quayle" in str(desk.house(drive.deps, drive.keeper).parties)
    for person in (drive.filer, drive.reader):
        assert "Quayle" not in str(desk.house(drive.deps, person).parties)
    with drive.deps.db.transaction() as conn:
        naming.add_party(conn, "Nobody Yet", "ny")
    assert "Nobody Yet" in str(desk.house(drive.deps, drive.filer).parties)
    assert "Nobody Yet" not in str(desk.house(drive.deps, drive.reader).parties)
    other = hand_in(drive.deps, drive.filer, "scan 2.txt", b"y")
    tried = Slip(kind="letter", who="qss", when="1.2.2026", what="x", folder=drive.folder("Letters"))
    for slip in (tried, replace(tried, who="Another Firm", short="qss")):
        with drive.deps.db.transaction() as conn:
            seen = preview.preview(conn, drive.filer, other, slip, date(2026, 11, 20))
        assert "Quayle" not in str(seen)
        assert (
            any(problem.message == "“qss” is taken" for problem in seen.understood.problems)
            or slip.who == "qss"
        )
        with pytest.raises(SlipIncomplete) as refused:
            filing.file_arrival(
                drive.deps, drive.filer, other, replace(slip, short="qss"), date(2026, 11, 20)
            )
        assert "Quayle" not in str(refused.value)


def test_whether_anybody_is_administrator_is_asked_of_all(deps: Deps) -> None:
    assert not signing_in.may_anybody(deps)
    signing_in.add_person(
        deps, login="greta", name="Greta Holm", password="fair winds here", right="keeper", administrator=True
    )
    assert signing_in.may_anybody(deps)
