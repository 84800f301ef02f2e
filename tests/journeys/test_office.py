"""What administrators are asked and answer in Office."""

import shutil

from playwright.sync_api import Page, expect

from tests.jobs.test_outside_live import hide
from tests.journeys.conftest import sign_in
from tests.support import Client, Server, wait_until


def test_a_private_folder_copied_elsewhere_has_its_grants_again_once_an_administrator_says_so(
    page: Page, demo_server: Server
) -> None:
    keeper = Client(demo_server.port).sign_in("magnus")
    hide(keeper, "Trainees")
    assert not _sees(demo_server, "Trainees")
    drive = demo_server.settings.drive
    demo_server.stop()
    shutil.copytree(drive / "Trainees", drive / "Letters/Learners", copy_function=shutil.copy)
    shutil.rmtree(drive / "Trainees")
    demo_server.start()
    wait_until(lambda: keeper.ask("GET", "/api/drive")[1]["folder_questions"], "the keepers are asked")
    page.reload()
    sign_in(page, "magnus")
    page.get_by_role("link", name="Office").click()
    yes = page.get_by_role("button", name="Yes, with the grants it had")
    yes.click()
    expect(yes).to_be_hidden()
    expect(page.get_by_text("Is this the same folder?")).to_be_hidden()
    assert not _sees(demo_server, "Letters/Learners")
    assert _sees(demo_server, "Letters")


def _sees(server: Server, path: str) -> bool:
    folders = Client(server.port).sign_in("tamsin").ask("GET", "/api/folders")[1]["folders"]
    return path in [entry["path"] for entry in folders]
