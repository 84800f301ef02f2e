"""Names of many, mended by example and by sentence."""

import re

import pytest
from playwright.sync_api import Page, expect

from tests.journeys.conftest import let_in, pick
from tests.journeys.test_changes import assert_agree, run_and_wait
from tests.journeys.test_folders import open_folder, rows
from tests.support import Server, files_beneath, wait_until

PLACE = "Safety/Slip at low water"
PHOTOS = 200


@pytest.fixture
def photos(page: Page, demo_server: Server) -> Page:
    folder = demo_server.settings.drive / PLACE
    folder.mkdir()
    for at in range(PHOTOS):
        (folder / f"IMG_{4300 + at}.jpg").write_text(f"photo {at}")
    let_in(page, "magnus")

    def are_there() -> bool:
        found = page.request.get("/api/folders").json()["folders"]
        return any(one["path"] == PLACE and one["own"] == PHOTOS for one in found)

    wait_until(are_there, "the photographs are taken in", 60)
    open_folder(page, PLACE)
    expect(rows(page).first).to_be_visible()
    page.keyboard.press("Control+a")
    expect(page.get_by_role("toolbar")).to_contain_text(f"{PHOTOS} chosen")
    return page


def test_two_hundred_of_a_camera_s_names_are_mended_by_one_example(photos: Page, demo_server: Server) -> None:
    page, drive = photos, demo_server.settings.drive
    before = files_beneath(drive)
    page.keyboard.press("a")
    first = page.get_by_label("New name of IMG_4300.jpg")
    expect(first).to_be_focused()
    first.fill("Slip at low water 001.jpg")
    page.keyboard.press("Enter")
    sentence = page.get_by_label("As a sentence")
    expect(sentence).to_have_value('call all the folder; add a counter 000 last with " "')
    expect(page.get_by_label("New name of IMG_4301.jpg")).to_have_value("Slip at low water 002.jpg")
    expect(page.locator(".renaming")).to_contain_text("200 of 200 change")
    # said otherwise, not understood on the way
    sentence.fill('write "IMG" as "slip"; drop the')
    expect(page.locator(".renaming")).to_contain_text("“drop the” is not understood")
    expect(page.get_by_role("button", name="Look at the list")).to_be_disabled()
    # said on the parts of the name themselves
    sentence.fill("tidy the spaces")
    expect(page.locator(".renaming")).to_contain_text(re.compile(r"\b1 of 200 change"))
    page.get_by_role("button", name="IMG: the first word").click()
    page.get_by_role("menuitem", name="put it last").click()
    expect(sentence).to_have_value('tidy the spaces; move the first word last with " "')
    expect(page.get_by_role("button", name="Correct 4301 IMG.jpg")).to_be_visible()
    # by a sentence, a bad regular expression on the way; kept under a name, in two revisions
    sentence.fill('replace `(IMG` in the first word by "slip"')
    expect(page.locator(".renaming")).to_contain_text("no regular expression that can be used")
    sentence.fill('replace `IMG` in the first word by "slip"')
    expect(page.get_by_role("button", name="Correct slip_4301.jpg")).to_be_visible()
    page.get_by_label("Keep the sentence as").fill("Camera")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(page.get_by_role("combobox", name="A kept sentence")).to_be_visible()
    sentence.fill('replace `IMG` in the first word by "slip"; write the last number as 00000')
    expect(page.get_by_role("button", name="Correct slip_04301.jpg")).to_be_visible()
    page.get_by_role("button", name="Keep", exact=True).click()
    sentence.fill("tidy the spaces")
    expect(page.locator(".renaming")).to_contain_text(re.compile(r"\b1 of 200 change"))
    pick(page, "A kept sentence", "Camera")
    expect(sentence).to_have_value(
        'replace `IMG` in the first word by "slip"; write the last number as 00000'
    )
    expect(page.get_by_role("combobox", name="Which revision")).to_be_visible()
    expect(page.get_by_role("button", name="Correct slip_04301.jpg")).to_be_visible()
    sentence.click()
    page.keyboard.press("Control+Enter")
    expect(page.locator(".listtitle")).to_contain_text("Rename 200 documents")
    run_and_wait(page)
    assert (drive / PLACE / "slip_04300.jpg").is_file() or (
        drive / PLACE / "Slip at low water 001.jpg"
    ).is_file()
    assert not list((drive / PLACE).glob("IMG_43[1-9]*"))
    assert_agree(demo_server)
    page.get_by_role("button", name="Undo").click()
    expect(page.locator(".listtitle")).to_contain_text("Undo: Rename")
    run_and_wait(page)
    assert files_beneath(drive) == before
    assert_agree(demo_server)


def test_what_is_in_doubt_is_asked_for_and_a_correction_is_forgotten(
    photos: Page, demo_server: Server
) -> None:
    page = photos
    page.keyboard.press("a")
    first = page.get_by_label("New name of IMG_4300.jpg")
    first.fill("slip_4300.jpg")
    page.keyboard.press("Enter")
    expect(page.get_by_label("As a sentence")).to_have_value('write "IMG" as "slip"')
    page.get_by_label("Forget the correction of IMG_4300.jpg").click()
    expect(page.get_by_label("As a sentence")).to_have_value("")
    expect(page.locator(".renaming")).to_contain_text(re.compile(r"\b0 of 200 change"))
    assert demo_server.process is not None and demo_server.process.poll() is None
