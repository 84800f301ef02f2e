"""Will this name live everywhere? Every finding says what is wrong and offers the mend.

Sources: the names that Windows refuses ("Naming Files, Paths, and Namespaces"), POSIX.1-2017 base
definitions 3.282 (portable file name character set), Unicode UAX #15 (normal form C), UAX #9
(directional formatting characters).
"""

from __future__ import annotations

import re
import unicodedata
from collections.abc import Callable, Collection, Mapping
from dataclasses import dataclass, field

from .extension import split_extension
from .pattern import FORBIDDEN
from .values import fold

MAX_NAME_BYTES = 255  #: of ext4, APFS, NTFS (there UTF-16 units) and most others
MAX_PATH_CHARACTERS = 240  #: beneath the drive root, so that a mapped drive stays under 260
RESERVED = frozenset(
    ["con", "prn", "aux", "nul", "conin$", "conout$"]
    + [f"{port}{digit}" for port in ("com", "lpt") for digit in "123456789¹²³"]
)


_PLAIN = re.compile(r"[A-Za-z0-9_][A-Za-z0-9_,()+ .-]*[A-Za-z0-9_)]")


@dataclass(frozen=True, slots=True)
class Finding:
    code: str
    message: str
    mend: str | None  #: the whole name as it should be, None where only a person can say
    facts: Mapping[str, str | int] = field(default_factory=dict)  #: what the words of the code speak of


def name_key(name: str) -> str:
    """Return what two names share that some systems cannot tell apart: case and Unicode form."""
    return fold(name) if name.strip() else name


def check_name(name: str, *, neighbours: Collection[str] = (), parent_length: int = 0) -> list[Finding]:
    """Return what is wrong with *name*, gravest first; an empty list where it is portable.

    *neighbours* are names in the same folder (not this document's own); *parent_length* is the number
    of characters of the path that the name is to stand in, with its last slash.
    """
    findings = [Finding(code, message, mend_name(name), facts) for code, message, facts in _own_faults(name)]
    findings += _length_faults(name, parent_length)
    findings += _neighbour_faults(name, neighbours)
    return findings


def _own_faults(name: str) -> list[tuple[str, str, dict[str, str | int]]]:
    faults: list[tuple[str, str, dict[str, str | int]]] = []
    if _PLAIN.fullmatch(name) and name.partition(".")[0].strip().lower() not in RESERVED:
        return faults  # what most names are; each of the questions below costs more than this one
    if not name:
        return [("empty", "The name is empty", {})]
    refused = sorted({c for c in name if c in FORBIDDEN})
    if refused:
        signs = " ".join(refused)
        faults.append(("refused_sign", f"Some systems refuse {signs} in a name", {"signs": signs}))
    if any(unicodedata.category(c) == "Cc" for c in name):
        faults.append(("control", "The name has control characters, such as a line break", {}))
    if any(unicodedata.category(c) == "Cs" for c in name):
        faults.append(("not_text", "The name has bytes that are no valid text", {}))
    if any(_is_invisible(c) for c in name):
        faults.append(("invisible", "The name has invisible characters or direction marks", {}))
    if name in (".", "..") or name.split(".", maxsplit=1)[0].strip().lower() in RESERVED:
        faults.append(("reserved", f"“{name}” is reserved by some systems", {"name": name}))
    if name[0] in ". " or name[-1] in ". ":
        faults.append(("edge", "The name begins or ends with a dot or a space", {}))
    if not any(unicodedata.category(c) == "Cs" for c in name) and not unicodedata.is_normalized("NFC", name):
        faults.append(("form", "Accents are written apart from their letters (not Unicode NFC)", {}))
    return faults


def _is_invisible(c: str) -> bool:
    # the joiner inside emoji sequences is a format character too, and invisible in most lists
    return unicodedata.category(c) in ("Cf", "Zl", "Zp")


def _length_faults(name: str, parent_length: int) -> list[Finding]:
    size = len(name.encode("utf-8", "surrogatepass"))
    if size > MAX_NAME_BYTES:
        return [
            Finding(
                "too_long",
                f"The name takes {size} bytes; {MAX_NAME_BYTES} are the most",
                mend_name(name),
                {"size": size, "most": MAX_NAME_BYTES},
            )
        ]
    over = parent_length + len(name) - MAX_PATH_CHARACTERS
    if over > 0:
        room = MAX_PATH_CHARACTERS - parent_length
        return [
            Finding(
                "path_too_long",
                f"The whole path is {over} characters longer than {MAX_PATH_CHARACTERS}",
                _cut_to_characters(mend_name(name), room) if room > len("unnamed.xxxxx") else None,
                {"over": over, "most": MAX_PATH_CHARACTERS},
            )
        ]
    return []


def _neighbour_faults(name: str, neighbours: Collection[str]) -> list[Finding]:
    if name in neighbours:
        return [Finding("taken", f"“{name}” already stands here", numbered(name, neighbours))]
    key = name_key(name)
    twin = next((n for n in neighbours if name_key(n) == key), None)
    if twin is None:
        return []
    return [
        Finding(
            "twin",
            f"“{twin}” differs only in capital letters or in the form of its accents",
            numbered(name, neighbours),
        )
    ]


def numbered(name: str, neighbours: Collection[str]) -> str:
    """Return *name* with the first free number behind its stem: ``report-2.pdf``."""
    keys = {name_key(n) for n in neighbours}
    return numbered_where(name, lambda candidate: name_key(candidate) in keys)


def numbered_where(name: str, is_taken: Callable[[str], bool]) -> str:
    """Return *name* with the first number behind its stem that is not taken."""
    stem, extension = split_extension(name)
    number = 2
    while True:
        tail = f"-{number}{extension}"
        candidate = _cut_to_bytes(stem, MAX_NAME_BYTES - len(tail.encode())) + tail
        if not is_taken(candidate):
            return candidate
        number += 1


def mend_name(name: str) -> str:
    """Return *name* without any fault of its own, at most 255 bytes long and never empty."""
    return _cut_to_characters(_cut_to_bytes(_mend_all(name), MAX_NAME_BYTES), MAX_PATH_CHARACTERS)


def _mend_all(name: str) -> str:
    stem, extension = split_extension(name)
    kept = "".join("-" if c in FORBIDDEN else " " if _is_break(c) else c for c in stem if _stays(c))
    text = unicodedata.normalize("NFC", " ".join(kept.split())).strip(". ")
    tail = "".join(c for c in extension if _stays(c))
    if not text:
        text = "unnamed"
    if text.split(".")[0].strip().lower() in RESERVED:
        text = f"_{text}"
    return unicodedata.normalize("NFC", text + tail)


def _is_break(c: str) -> bool:
    return c in "\t\n\v\f\r\x85" or unicodedata.category(c) in ("Zl", "Zp", "Zs")


def _stays(c: str) -> bool:
    return _is_break(c) or unicodedata.category(c) not in ("Cc", "Cf", "Cs")


def _cut_to_characters(name: str, most: int) -> str:
    if len(name) <= most:
        return name
    stem, extension = split_extension(name)
    return (stem[: most - len(extension)].rstrip(". -_") or "unnamed") + extension


def _cut_to_bytes(name: str, most: int) -> str:
    if len(name.encode("utf-8", "surrogatepass")) <= most:
        return name
    stem, extension = split_extension(name)
    room = most - len(extension.encode())
    if room < 1:
        stem, extension, room = name, "", most
    head = stem.encode("utf-8", "surrogatepass")[:room].decode("utf-8", "ignore")
    return (head.rstrip(". ") or "unnamed") + extension
