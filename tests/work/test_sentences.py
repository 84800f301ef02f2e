"""Sentences kept under names: in revisions, each person's own."""

import pytest

from tests.work.drive import SmallDrive
from waka.core.ids import DocumentId
from waka.errors import BadRequest, NotFound
from waka.work.changes.ways import renaming
from waka.work.rules import kept_texts


def texts(drive: SmallDrive, person: int) -> dict[str, list[str]]:
    return {one.name: one.texts for one in kept_texts.own(drive.deps, person, "renaming")}


def test_a_sentence_is_kept_in_revisions_and_is_nobody_elses(drive: SmallDrive) -> None:
    kept_texts.put(drive.deps, drive.filer, "renaming", "Camera", 'drop "IMG"')
    kept_texts.put(drive.deps, drive.filer, "renaming", " camera ", 'drop "IMG" ; tidy the spaces')
    kept_texts.put(drive.deps, drive.filer, "renaming", "camera", 'drop "IMG"; tidy the spaces')
    assert texts(drive, drive.filer) == {"camera": ['drop "IMG"; tidy the spaces', 'drop "IMG"']}
    assert texts(drive, drive.keeper) == {}
    number = kept_texts.own(drive.deps, drive.filer, "renaming")[0].id
    with pytest.raises(NotFound):
        kept_texts.forget(drive.deps, drive.keeper, number)
    kept_texts.forget(drive.deps, drive.filer, number)
    assert texts(drive, drive.filer) == {}
    with pytest.raises(NotFound):
        kept_texts.forget(drive.deps, drive.filer, number)
    # a set of folders of the same name is another thing
    kept_texts.put(drive.deps, drive.filer, "folders", "Camera", "{name}\n---\n")
    assert texts(drive, drive.filer) == {}
    # the same name again goes on with its revisions
    kept_texts.put(drive.deps, drive.filer, "renaming", "Camera", "tidy the spaces")
    assert texts(drive, drive.filer)["Camera"][0] == "tidy the spaces"


@pytest.mark.parametrize(("name", "text", "field"), [("", "tidy the spaces", "name"), ("x" * 101, "tidy the spaces", "name"),
                                                     ("x", "make it nice", "text")])  # fmt: skip
def test_what_cannot_be_kept_says_why(drive: SmallDrive, name: str, text: str, field: str) -> None:
    with pytest.raises(BadRequest) as refused:
        kept_texts.put(drive.deps, drive.filer, "renaming", name, text)
    assert refused.value.facts["field"] == field


@pytest.mark.parametrize(("names", "ambiguous", "made"), [
    (("03-04-2026 rope.txt", "05-06-2026 tar.txt"), True, {None: "2026-04-03 rope.txt", True: "2026-03-04 rope.txt"}),
    # one name shows it for all, whatever the office or the person would have
    (("03-04-2026 rope.txt", "25-06-2026 tar.txt"), False, {None: "2026-04-03 rope.txt", True: "2026-04-03 rope.txt"}),
    (("03-04-2026 rope.txt", "05-26-2026 tar.txt"), False, {None: "2026-03-04 rope.txt", False: "2026-03-04 rope.txt"}),
])  # fmt: skip
def test_whether_the_day_or_the_month_comes_first_is_asked_where_no_name_shows_it(
    drive: SmallDrive, names: tuple[str, ...], ambiguous: bool, made: dict[bool | None, str]
) -> None:
    (drive.root / "Letters/Old").mkdir()
    for name in names:
        (drive.root / "Letters/Old" / name).write_text(name)
    drive.sweep()
    numbers = [DocumentId(drive.number(f"Letters/Old/{name}")) for name in names]
    for month_first, expected in made.items():
        asked = renaming.Renaming(
            documents=numbers, sentence="write the date as yyyy-mm-dd", month_first=month_first
        )
        found = renaming.look(drive.deps, drive.filer, asked)
        assert (found.either_way, found.names[0].new) == (ambiguous, expected)
