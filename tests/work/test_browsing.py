"""The outline, taking in a tree that is there, and the demo."""

import random

import pytest

from tests.support import assert_records_agree
from waka.demo.filed import filed
from waka.demo.make import SEED
from waka.demo.waiting import waiting
from waka.records.desk import naming
from waka.records.folders.folders import OutlineRow
from waka.records.folders.listing import Scope
from waka.work.deps import Deps
from waka.work.finding import search as finding
from waka.work.folders import browsing
from waka.work.folders.browsing import arrange
from waka.work.outside.taking_in import index_next, take_in


def row(id: int, parent: int | None, name: str, documents: int = 0, misnamed: int = 0) -> OutlineRow:
    return OutlineRow(
        id=id, parent_id=parent, name=name, name_key=name.lower(), right="reader", documents=documents,
        misnamed=misnamed, fresh=0, own_access=False, private=False,
    )  # fmt: skip


def test_the_outline_counts_all_beneath() -> None:
    rows = [row(1, None, ""), row(3, 1, "Boat", 2), row(2, 1, "Finance", 1, 1), row(4, 2, "2025", 4, 2)]
    assert [(e.path, e.depth, e.own, e.documents, e.misnamed) for e in arrange(rows)] == [
        ("", 0, 0, 7, 3), ("Boat", 1, 2, 2, 0), ("Finance", 1, 1, 5, 3), ("Finance/2025", 2, 4, 4, 2),
    ]  # fmt: skip


def test_a_folder_whose_parent_is_hidden_stands_by_itself() -> None:
    [only] = arrange([row(4, 2, "2025", 4)])
    assert (only.path, only.depth, only.documents) == ("2025", 0, 4)


def test_taking_in_records_a_tree_and_moves_nothing(deps: Deps, filer: int) -> None:
    root = deps.drive.root
    (root / "Finance/2025").mkdir(parents=True)
    (root / "Finance/2025/2025-03-12_mrc_mizzen-sail_4471.txt").write_text("sail")
    (root / "loose.txt").write_text("loose words")
    (root / "link").symlink_to("/etc")
    with deps.db.transaction() as conn:
        naming.add_party(conn, "Marlow Rope & Canvas", "mrc")
    assert take_in(deps, filer, lambda folder, _: "invoice" if folder else None) == 2
    assert take_in(deps, filer, lambda *_: None) == 0  # again finds nothing new
    while index_next(deps):
        pass
    assert_records_agree(deps)
    page = browsing.page(
        deps,
        filer,
        Scope("folder", _folder(deps, filer, "Finance/2025")),
        "name",
        descending=False,
        after=None,
    )
    [row_] = page.documents
    listed, segments = row_.listed, row_.segments
    assert (listed.who, listed.kind, listed.conforms) == ("Marlow Rope & Canvas", "invoice", True)
    assert [s.field for s in segments] == ["when", "rest", "who", "rest", "what", "rest", "reference", "rest"]
    [found] = finding.find(deps, filer, "4471").found
    assert found.hit.folder_path == "Finance/2025"


def _folder(deps: Deps, person: int, path: str) -> int:
    return next(entry.id for entry in browsing.outline(deps, person) if entry.path == path)


@pytest.fixture(scope="module")
def papers() -> tuple[dict[str, bytes], dict[str, bytes]]:
    rng = random.Random(SEED)
    kept = dict(filed(rng))
    return kept, dict(waiting(rng, kept))


def test_the_demo_is_of_a_size_and_of_every_type(papers: tuple[dict[str, bytes], dict[str, bytes]]) -> None:
    kept, arrivals = papers
    assert 140 <= len(kept) <= 200
    assert 35 <= len(arrivals) <= 45
    types = {path.rpartition(".")[2] for path in (*kept, *arrivals)}
    assert {"pdf", "docx", "odt", "xlsx", "eml", "jpg", "zip", "txt"} <= types
    years = {path[:4] for name in kept if (path := name.rpartition("/")[2])[:4].isdigit()}
    assert {"2024", "2025", "2026"} <= years


def test_the_demo_has_the_mess_of_a_real_office(papers: tuple[dict[str, bytes], dict[str, bytes]]) -> None:
    kept, arrivals = papers
    contents = list(kept.values())
    assert len(set(contents)) < len(contents)  # duplicates within the drive
    assert set(arrivals.values()) & set(contents)  # and handed in again
    assert any("/" not in path for path in kept)  # loose at the top
    assert {path.split("/")[1] for path in kept if path.startswith("Letters/") and path.count("/") > 1} == {
        "typed", "posted",
    }  # two trees that should be one  # fmt: skip
    months = {path.rpartition("/")[2][:7] for path in kept if path.startswith("Finance/Bills/2025")}
    assert {f"2025-{month:02d}" for month in range(1, 13)} - months == {"2025-04", "2025-09"}
    assert b"" in arrivals.values()
    assert max(len(path.rpartition("/")[2]) for path in arrivals) > 80


def test_the_demo_s_papers_are_the_same_each_time(papers: tuple[dict[str, bytes], dict[str, bytes]]) -> None:
    kept, _ = papers
    again = dict(filed(random.Random(SEED)))
    assert list(again) == list(kept)
    papers_of_ours = [path for path in kept if path.endswith((".pdf", ".jpg"))]
    assert [path for path in papers_of_ours if again[path] != kept[path]] == []


def test_every_demo_sender_has_a_layout_of_its_own(papers: tuple[dict[str, bytes], dict[str, bytes]]) -> None:
    from waka.demo.scenario import SENDERS

    looks = [(s.layout, s.font, s.colour, s.date_format, s.labels) for s in SENDERS.values()]
    assert len(set(looks)) == len(looks)
