"""Doing without indexes and references while a whole drive is taken in for the first time.

An index of a hundred thousand rows is made at once in a fraction of the time that it takes to keep it up row by row,
and a reference of all of them is checked at once. How each is made is kept in ``loosened`` for as long as it is not
there: whoever comes after a crash puts it back.
"""

from __future__ import annotations

import psycopg
from psycopg import Connection, sql

from waka.records.database import value
from waka.records.sql import load

SQL = load("outside/loosening")


def loosen(conn: Connection) -> bool:
    """Drop them where nothing was taken in yet; return whether they were. What is unique stays so."""
    if not value(conn, SQL["is_empty"], {}):
        return False
    try:
        with conn.transaction():
            conn.execute(SQL["note_indexes"])
            conn.execute(SQL["note_references"])
            for name, relation, is_index, _ in conn.execute(SQL["noted"]).fetchall():
                if is_index:
                    conn.execute(sql.SQL("drop index {}").format(sql.Identifier(name)))
                else:
                    conn.execute(
                        sql.SQL("alter table {} drop constraint {}").format(
                            sql.Identifier(relation), sql.Identifier(name)
                        )
                    )
    except psycopg.errors.InsufficientPrivilege:
        return False  # a database of somebody else's: slower, and as well
    return True


def tighten(conn: Connection) -> int:
    """Make again what was dropped; return how many. Takes time in proportion to what was taken in."""
    noted = conn.execute(SQL["noted"]).fetchall()
    if not noted:
        return 0
    conn.execute("set local statement_timeout = 0")
    conn.execute("set local maintenance_work_mem = '256MB'")
    for name, relation, is_index, definition in noted:
        if is_index:
            conn.execute(definition)
        else:
            conn.execute(
                sql.SQL("alter table {} add constraint {} ").format(
                    sql.Identifier(relation), sql.Identifier(name)
                )
                + sql.SQL(definition)
            )
    conn.execute(SQL["forget"])
    return len(noted)
