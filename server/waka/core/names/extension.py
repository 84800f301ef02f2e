"""Which end of a name is its extension: what a table of known extensions says, nothing else.

``Minutes 3.2024`` has none; ``backup.tar.gz`` has ``.tar.gz``. An extension is kept as it is and never
counted as text of the name.
"""

from __future__ import annotations

KNOWN = frozenset(
    [
        "pdf",
        "doc",
        "docx",
        "docm",
        "dot",
        "dotx",
        "odt",
        "ott",
        "rtf",
        "txt",
        "md",
        "tex",
        "pages",
        "wpd",
        "xls",
        "xlsx",
        "xlsm",
        "ods",
        "csv",
        "tsv",
        "numbers",
        "ppt",
        "pptx",
        "odp",
        "key",
        "eml",
        "msg",
        "mbox",
        "ics",
        "vcf",
        "html",
        "htm",
        "xml",
        "json",
        "yaml",
        "yml",
        "jpg",
        "jpeg",
        "png",
        "gif",
        "tif",
        "tiff",
        "bmp",
        "webp",
        "heic",
        "heif",
        "svg",
        "psd",
        "ai",
        "eps",
        "mp3",
        "wav",
        "m4a",
        "flac",
        "ogg",
        "mp4",
        "mov",
        "avi",
        "mkv",
        "webm",
        "zip",
        "7z",
        "rar",
        "tar",
        "gz",
        "bz2",
        "xz",
        "tgz",
        "epub",
        "mobi",
        "dwg",
        "dxf",
        "skp",
        "ttf",
        "otf",
        "sql",
        "db",
        "log",
        "bak",
        "p7m",
        "sig",
        "asc",
    ]
)
COMPRESSED = frozenset({"gz", "bz2", "xz", "zst"})


def split_extension(name: str) -> tuple[str, str]:
    """Return the stem and the extension with its dot, which is empty where none is known."""
    stem, dot, last = name.rpartition(".")
    if not dot or not stem or last.lower() not in KNOWN | COMPRESSED:
        return name, ""
    inner, inner_dot, before = stem.rpartition(".")
    if last.lower() in COMPRESSED and inner and inner_dot and before.lower() == "tar":
        return inner, f".{before}.{last}"
    return stem, f".{last}"
