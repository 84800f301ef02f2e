"""Names in other scripts: nothing in a name can make its extension look like another."""

from playwright.sync_api import Locator, Page, expect

from tests.journeys.conftest import let_in
from tests.journeys.test_folders import open_folder, rows
from tests.support import Server, wait_until

#: letters from right to left, a mark that turns what follows, both, and letters that join with a mark
NAMES = ["חשבון 2026.txt", "bill\u202efdp.txt", "סירה\u202efdp.xlsx.txt", "voile e\u0301te\u0301.txt"]


def right_of(page: Page, stem: Locator, extension: Locator) -> bool:
    a, b = stem.bounding_box(), extension.bounding_box()
    assert a is not None and b is not None
    return b["x"] >= a["x"] + a["width"] - 1


def test_the_extension_stands_at_the_end_of_every_name(page: Page, demo_server: Server) -> None:
    (demo_server.settings.arrivals / "Front office scanner").mkdir(exist_ok=True)
    for at, name in enumerate(NAMES):
        (demo_server.settings.drive / "Boat" / name).write_text(f"x{at}")
        (demo_server.settings.arrivals / "Front office scanner" / name).write_text(f"y{at}")
    let_in(page, "magnus")

    def is_there() -> bool:
        found = page.request.get("/api/folders").json()["folders"]
        return any(one["path"] == "Boat" and one["own"] == 4 + len(NAMES) for one in found)

    wait_until(is_there, "they are taken in", 60)
    open_folder(page, "Boat")
    for name in NAMES:
        row = rows(page).filter(has=page.locator(".seg.odd", has_text=name[:4]))
        expect(row).to_have_count(1)
        assert right_of(page, row.locator(".seg.odd"), row.locator(".seg.rest"))
        assert row.locator(".seg.rest").inner_text() == ".txt"
    page.get_by_role("link", name="Desk").click()
    for name in NAMES:
        queued = page.locator(".filename", has_text=name[:4])
        expect(queued).to_have_count(1)
        assert right_of(page, queued.locator("bdi").first, queued.locator("bdi").last)
