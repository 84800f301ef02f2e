"""The house is in order: what CONTRIBUTING says of it holds, and no act is told apart outside its own module."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path

import pytest

from waka.core.changes.acts import TYPES
from waka.records import sql
from waka.settings import CHECKOUT

SERVER = CHECKOUT / "server/waka"
MODULES = sorted(path for path in SERVER.rglob("*.py"))
#: where the acts themselves are: the type of each, what each does, and the lists of all of them
OF_ACTS = (SERVER / "core/changes/acts", SERVER / "work/changes/acts")
#: where JSON is parsed or written, and answers of other processes are read: the border
OF_JSON = {
    "errors.py", "reading", "records", "web", "work/desk/arriving.py", "work/outside/following.py",
}  # fmt: skip


def compared(path: Path) -> Iterator[tuple[int, str]]:
    """Yield the lines of *path* on which something is compared with the code of an act, or an act's type is asked."""
    for node in ast.walk(ast.parse(path.read_text())):
        words = (
            [n for n in ast.walk(node) if isinstance(n, ast.Constant)]
            if isinstance(node, ast.Compare)
            else []
        )
        for word in words:
            if word.value in TYPES and "act" in ast.unparse(node):
                yield node.lineno, ast.unparse(node)
        if isinstance(node, ast.match_case) and any(str(word) in TYPES for word in _constants(node.pattern)):
            yield node.pattern.lineno, ast.unparse(node.pattern)
        if isinstance(node, ast.Call) and ast.unparse(node.func) == "isinstance" and re.search(
            r"\bacts\.\w+", ast.unparse(node.args[1])
        ):  # fmt: skip
            yield node.lineno, ast.unparse(node)


def _constants(node: ast.AST) -> list[object]:
    return [n.value for n in ast.walk(node) if isinstance(n, ast.Constant)]


def test_no_act_is_told_apart_outside_its_own_module() -> None:
    found = [
        f"{path.relative_to(SERVER)}:{line}: {told}"
        for path in MODULES
        if not any(home in path.parents for home in OF_ACTS)
        for line, told in compared(path)
        # what a person asks for by hand has words of its own, some of which are those of acts
        if path.name not in ("by_hand.py",)
    ]
    assert found == []


#: names under which the number of a thing is handed on, and the types of these numbers
NUMBERED = {
    "person": "PersonId", "person_id": "PersonId", "folder": "FolderId", "folder_id": "FolderId", "parent": "FolderId",
    "list_id": "ListId", "number": "DocumentId", "party": "PartyId", "team": "TeamId", "tag": "TagId",
    "point": "PointId",
}  # fmt: skip
#: where such a word means something else: an open file, the page of a paper, the number of a worksheet
OTHERWISE = ("drive/folders.py", "drive/births.py", "reading", "demo", "core/names")


def test_the_number_of_a_thing_has_a_type_of_its_own() -> None:
    found = []
    for path in MODULES:
        rel = str(path.relative_to(SERVER))
        if rel.startswith(OTHERWISE):
            continue
        for node in ast.walk(ast.parse(path.read_text())):
            name = node.arg if isinstance(node, ast.arg) else None
            if isinstance(node, ast.AnnAssign) and isinstance(node.target, ast.Name):
                name = node.target.id
            told = getattr(node, "annotation", None)
            if name in NUMBERED and told is not None and re.search(r"\bint\b", ast.unparse(told)):
                found.append(f"{rel}:{node.lineno}: {name} is {ast.unparse(told)}, not {NUMBERED[name]}")
    assert found == []


def test_only_the_reading_process_looks_into_files_of_others() -> None:
    """What a file is may take a whole archive to find out: nobody does that beside the bounds of a reading process."""
    found = [
        str(path.relative_to(SERVER))
        for path in MODULES
        if path.relative_to(SERVER).parts[0] != "reading"
        for node in ast.walk(ast.parse(path.read_text()))
        if isinstance(node, ast.ImportFrom) and node.module == "waka.reading.sniff"
        if "sniff" in {name.name for name in node.names}
    ]
    assert found == []


def test_sql_lists_no_acts() -> None:
    for path in SERVER.rglob("*.sql"):
        if "migrations" not in path.parts:
            for code in TYPES:
                assert not re.search(rf"\bact\b[^\n]*'{code}'", path.read_text()), f"{path.name}: {code}"


def test_words_without_a_type_stay_at_the_border() -> None:
    found = {
        str(path.relative_to(SERVER))
        for path in MODULES
        if "dict[str, Any]" in path.read_text()
        and not any(str(path.relative_to(SERVER)).startswith(place) for place in OF_JSON)
    }
    assert found == set()


@pytest.mark.parametrize("room", ["work", "records", "core", "web"])
def test_a_room_has_few_entries_at_its_top(room: str) -> None:
    entries = [p.name for p in (SERVER / room).iterdir() if p.suffix == ".py" or p.is_dir()]
    entries = [name for name in entries if name not in ("__init__.py", "__pycache__")]
    assert len(entries) <= {"work": 12, "records": 14, "core": 10, "web": 18}[room], sorted(entries)


def test_the_questions_of_contributing_are_answered_by_paths_that_exist() -> None:
    text = (CHECKOUT / "CONTRIBUTING.md").read_text()
    section = text.partition("## Where would I change")[2].partition("\n## ")[0]
    questions = re.findall(r"^\d+\. ", section, flags=re.MULTILINE)
    paths = re.findall(r"`([\w./{}*-]+/[\w./{}*-]*)`", section)
    assert len(questions) >= 10
    for path in paths:
        assert list(CHECKOUT.glob(path.rstrip("/"))), path


def test_no_use_case_is_longer_than_a_person_reads_at_once() -> None:
    long = {
        str(path.relative_to(SERVER)): count
        for path in MODULES
        if "work" in path.relative_to(SERVER).parts and (count := len(path.read_text().splitlines())) > 300
    }
    assert long == {}


def test_no_two_shapes_of_the_api_share_a_name() -> None:
    """The document knows a shape by its name alone: of two, one would silently stand for both."""
    named: dict[str, list[str]] = {}
    for path in sorted((SERVER / "web").rglob("*schemas.py")):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.ClassDef):
                named.setdefault(node.name, []).append(str(path.relative_to(SERVER)))
    assert {name: paths for name, paths in named.items() if len(paths) > 1} == {}


QUERIES = [path for path in sorted(SERVER.rglob("*.sql")) if "migrations" not in path.parts]


@pytest.mark.parametrize("path", QUERIES, ids=lambda path: path.stem)
def test_every_query_stands_once_and_is_asked(path: Path) -> None:
    names = re.findall(r"^-- name: (\w+)$", path.read_text(), re.MULTILINE)
    asking = "".join(module.read_text() for module in path.parent.glob("*.py"))
    assert sorted(set(names)) == sorted(names)
    assert [name for name in names if f'"{name}"' not in asking] == []


def test_queries_that_stand_twice_are_refused_when_they_are_read(
    monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    (tmp_path / "twice.sql").write_text("-- name: one\nselect 1\n\n-- name: one\nselect 2\n")
    monkeypatch.setattr(sql, "__file__", str(tmp_path / "sql.py"))
    with pytest.raises(ValueError, match="one more than once"):
        sql.load("twice")


def test_no_class_of_the_interface_is_styled_in_two_places_that_contradict_each_other() -> None:
    """A class that one view calls its own would else change the look of another view."""
    sheets = "".join(path.read_text() for path in sorted((CHECKOUT / "client/src").rglob("*.css")))
    styles = re.sub(r"/\*.*?\*/", "", sheets, flags=re.DOTALL)
    everywhere = re.sub(r"@media[^{]*\{(?:[^{}]*\{[^{}]*\})*[^{}]*\}", "", styles)
    said: dict[tuple[str, str], int] = {}
    for selectors, body in re.findall(r"([^{}]+)\{([^{}]*)\}", everywhere):
        for selector in map(str.strip, selectors.split(",")):
            if re.fullmatch(r"\.[a-z][\w-]*", selector):
                for name in re.findall(r"(?:^|;)\s*([a-z-]+)\s*:", body):
                    said[selector, name] = said.get((selector, name), 0) + 1
    assert len(said) > 100 and [one for one, times in said.items() if times > 1] == []


@pytest.mark.parametrize(
    "lock", sorted((CHECKOUT / "server").glob("requirements*.txt")), ids=lambda p: p.name
)
def test_a_lock_file_says_what_is_installed_and_never_where_it_came_from(lock: Path) -> None:
    lines = [line for line in lock.read_text().splitlines() if not line.startswith(("    --hash=", "#"))]
    assert (
        lines
        and [line for line in lines if not re.fullmatch(r"[\w.\[\]-]+==[\w.+]+( ; [^\\]+)? \\", line)] == []
    )


def test_the_client_s_lock_file_says_no_address_that_packages_came_from() -> None:
    assert '"resolved"' not in (CHECKOUT / "client/package-lock.json").read_text()


def test_no_two_things_that_go_over_the_wire_have_one_name() -> None:
    """The API document keeps one thing of each name: a second one would be described as the first."""
    named: dict[str, set[str]] = {}
    for path in sorted((SERVER / "web").rglob("schemas.py")):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.ClassDef):
                named.setdefault(node.name, set()).add(str(path.relative_to(SERVER)))
    assert len(named) > 100 and {name: places for name, places in named.items() if len(places) > 1} == {}
