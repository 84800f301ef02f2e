"""What is asked of keepers where it is not certain which document or folder something is."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from psycopg import Connection

from waka.core.ids import DocumentId, FolderId, PersonId
from waka.records.database import rows
from waka.records.sql import load

SQL = load("outside/questions")


@dataclass(frozen=True, slots=True, kw_only=True)
class Question:
    id: int
    missing_id: DocumentId
    missing_name: str
    missing_state: str
    stood_at: str
    found_id: DocumentId
    found_name: str
    found_folder: str
    why: str
    asked_at: datetime


def ask(
    conn: Connection, *, missing: DocumentId, found: DocumentId, folder: FolderId, stood_at: str, why: str
) -> None:
    conn.execute(
        SQL["ask"],
        {"missing": missing, "found": found, "folder": folder, "stood_at": stood_at, "why": why},
    )


def questions(conn: Connection, person: PersonId) -> list[Question]:
    return rows(conn, SQL["questions"], {"person": person}, Question)


def answer(conn: Connection, question: Question, answered: str, person: PersonId) -> None:
    conn.execute(SQL["answer"], {"question": question.id, "answer": answered, "person": person})
    if answered == "same":
        args: dict[str, object] = {
            "missing": question.missing_id, "found": question.found_id, "person": person,
        }  # fmt: skip
        conn.execute(SQL["close_about"], args)


@dataclass(frozen=True, slots=True, kw_only=True)
class FolderQuestion:
    """Is a folder that was found one that is gone, and so to have its grants?"""

    id: int
    gone_id: int
    found_id: FolderId
    stood_at: str
    found_path: str
    documents: int
    asked_at: datetime


def ask_of_folder(
    conn: Connection, *, gone: FolderId, found: FolderId, documents: int, stood_at: str
) -> None:
    args: dict[str, object] = {"gone": gone, "found": found, "documents": documents, "stood_at": stood_at}
    conn.execute(SQL["ask_of_folder"], args)


def ask_of_lately_gone(conn: Connection) -> None:
    """Ask of private folders that went after, or before, their copy came."""
    conn.execute(SQL["ask_of_lately_gone"])


def folder_questions(conn: Connection, person: PersonId) -> list[FolderQuestion]:
    return rows(conn, SQL["folder_questions"], {"person": person}, FolderQuestion)


def answer_folder(conn: Connection, question: FolderQuestion, answered: str, person: PersonId) -> None:
    args: dict[str, object] = {"question": question.id, "answer": answered, "person": person}
    conn.execute(SQL["answer_folder"], args)
    if answered == "same":
        conn.execute(SQL["pass_grants_on"], {"gone": question.gone_id, "found": question.found_id})
