"""The role that Waka works as in a database of its own: the owner of its database, and no superuser."""

from __future__ import annotations

import psycopg
from psycopg import sql

#: whatever stands in the database and belongs to another: of a cluster that was made when there was one role alone
_OTHERS = """
    select format('alter %%s %%I.%%I owner to %%I',
                  case c.relkind when 'S' then 'sequence' when 'v' then 'view' when 'm' then 'materialized view'
                                 else 'table' end, n.nspname, c.relname, %(role)s::text)
    from pg_class c join pg_namespace n on n.oid = c.relnamespace
    where n.nspname = 'public' and c.relkind in ('r', 'p', 'v', 'm', 'S') and pg_get_userbyid(c.relowner) <> %(role)s
      and not exists (select from pg_depend d where d.objid = c.oid and d.deptype in ('a', 'i', 'e')
                      and (c.relkind = 'S' or d.deptype = 'e'))
    union all
    select format('alter %%s %%s owner to %%I', case p.prokind when 'p' then 'procedure' else 'function' end,
                  p.oid::regprocedure, %(role)s::text)
    from pg_proc p join pg_namespace n on n.oid = p.pronamespace
    where n.nspname = 'public' and pg_get_userbyid(p.proowner) <> %(role)s
      and not exists (select from pg_depend d where d.objid = p.oid and d.deptype = 'e')
    union all
    select format('alter type %%I.%%I owner to %%I', n.nspname, t.typname, %(role)s::text)
    from pg_type t join pg_namespace n on n.oid = t.typnamespace
    where n.nspname = 'public' and t.typtype in ('e', 'd') and pg_get_userbyid(t.typowner) <> %(role)s
      and not exists (select from pg_depend d where d.objid = t.oid and d.deptype = 'e')
    union all
    select format('alter text search configuration %%I.%%I owner to %%I', n.nspname, c.cfgname, %(role)s::text)
    from pg_ts_config c join pg_namespace n on n.oid = c.cfgnamespace
    where n.nspname = 'public' and pg_get_userbyid(c.cfgowner) <> %(role)s
"""


def ensure_role(admin_url: str, role: str, password: str) -> None:
    """Make *role* where it is missing: it may sign in with *password*, and nothing else."""
    with psycopg.connect(admin_url, autocommit=True) as conn:
        known = conn.execute("select from pg_roles where rolname = %s", (role,)).fetchone()
        if known is None:  # a row without columns is there, and false
            conn.execute(
                sql.SQL("create role {} login password {}").format(
                    sql.Identifier(role), sql.Literal(password)
                )
            )


def own_everything(admin_url: str, role: str) -> None:
    """Make *role* the owner of the database that *admin_url* leads to, of its schema and of all in it."""
    with psycopg.connect(admin_url) as conn:
        name = sql.Identifier(conn.info.dbname)
        owner = conn.execute(
            "select pg_get_userbyid(datdba) from pg_database where datname = current_database()"
        ).fetchone()
        if owner is not None and owner[0] != role:
            conn.execute(sql.SQL("alter database {} owner to {}").format(name, sql.Identifier(role)))
        conn.execute(sql.SQL("alter schema public owner to {}").format(sql.Identifier(role)))
        for (statement,) in conn.execute(_OTHERS, {"role": role}).fetchall():
            conn.execute(statement)
