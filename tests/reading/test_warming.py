"""A confined process can load no library: whatever it may come to need is loaded before."""

import json
import subprocess
import sys
import textwrap
import zipfile
from pathlib import Path

import pytest

from tests.reading.test_codes import asked, bars, bill, drawn
from tests.reading.test_items import CALENDAR, CONTACT, MAIL, RTF
from tests.start.test_read_command import CII, UBL, mail
from tests.work.test_filling import invoice, photographed

SCRIPT = """
    import io, json, sys
    from pathlib import Path
    from waka.reading.formats import image
    from waka.reading.process import answer
    from waka.reading.warming import warm_up
    image.load()
    warm_up(answer)
    late = set()
    class Late:
        def find_spec(self, name, path=None, target=None):
            late.add(name)
            return None
    sys.meta_path.insert(0, Late())
    told = {}
    for path in sorted(Path(sys.argv[1]).iterdir()):
        with path.open("rb") as file:
            head, _ = answer({"task": "read"}, file)
            for task in ("words", "formatted", "page", "sheet", "matches", "entries", "entry"):
                asked = {"task": task, "name": path.name, "media_type": head["media_type"], "page": 1, "width": 300,
                         "most_rows": 9, "most_columns": 9, "words": "sail", "at": 0}
                answer(asked, file)
        told[path.name] = sorted(late)
        late.clear()
    print(json.dumps(told))
"""


@pytest.fixture(scope="module")
def loaded_late(tmp_path_factory: pytest.TempPathFactory) -> dict[str, list[str]]:
    folder = tmp_path_factory.mktemp("papers")
    files = {
        "bill.pdf": bill((drawn, asked()), (bars, "MRC4711")), "photo.jpg": photographed(), "plain.eml": mail(invoice()),
        "item.msg": MAIL, "rich.rtf": RTF, "meet.ics": CALENDAR, "who.vcf": CONTACT, "cii.xml": CII.encode(),
        "ubl.xml": UBL.format(type="380").encode(), "page.html": b"<!doctype html><p>x<table><tr><td>y</table>",
        "note.md": b"# a\n\n|b|\n|-|\n|c|\n", "list.csv": b"a;b\n1;2\n", "torn.pdf": invoice()[:400], "box.mbox": b"From a@b.example\n" + mail(b"x"),
        "forwarded.eml": b"From: a@b.example\nTo: c@d.example\nMIME-Version: 1.0\nContent-Type: multipart/mixed; boundary=q\n\n"
                         b"--q\nContent-Type: message/rfc822\n\n" + mail(bill((drawn, asked()))) + b"\n--q--\n",
    }  # fmt: skip
    for name, data in files.items():
        Path(folder, name).write_bytes(data)
    with zipfile.ZipFile(folder / "papers.zip", "w") as archive:
        archive.write(folder / "bill.pdf", "bill.pdf")
    ran = subprocess.run(
        [sys.executable, "-c", textwrap.dedent(SCRIPT), str(folder)],
        capture_output=True,
        text=True,
        check=True,
    )
    told: dict[str, list[str]] = json.loads(ran.stdout)
    assert set(told) == {*files, "papers.zip"}
    return told


def test_whatever_is_read_no_library_is_loaded_for_it_any_more(loaded_late: dict[str, list[str]]) -> None:
    assert {name: late for name, late in loaded_late.items() if late} == {}
