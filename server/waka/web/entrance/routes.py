"""Signing in and out, who I am, health."""

from __future__ import annotations

from flask import Response, request

from waka.records.folders import access
from waka.records.people.people import Person
from waka.web import proxies
from waka.web import schemas as s
from waka.web.door import COOKIE, DEVICE, blueprint, deps, person, reply
from waka.work.office import settings_of
from waka.work.people import signing_in
from waka.work.upkeep import health

bp = blueprint("entrance", __name__)


def _me(who: Person) -> s.Me:
    with deps().db.transaction() as conn:
        office, keeps_all = settings_of(conn), access.keeps_all(conn, who.id)
        keeps_any = keeps_all or access.keeps_any(conn, who.id)
    return s.Me(
        name=who.name, initials=who.initials, login=who.login, administrator=who.administrator, keeps_all=keeps_all,
        keeps_any=keeps_any,
        csrf=who.csrf,
        currency=office.currency, time_zone=office.time_zone,
    )  # fmt: skip


@bp.post("/sign-in", responses={200: s.Me, 401: s.Problem, 403: s.Problem, 429: s.Problem})
def sign_in(body: s.SignIn) -> Response:
    """Begin a session; the cookie is HttpOnly and SameSite=Strict."""
    session = signing_in.sign_in(
        deps(), body.login, body.password, proxies.sender(request, deps().settings.trusted_proxies),
        request.cookies.get(DEVICE), request.user_agent.string,
    )  # fmt: skip
    answer = reply(_me(session.person))
    answer.set_cookie(
        COOKIE, session.token, httponly=True, samesite="Strict", secure=deps().settings.https,
        max_age=14 * 24 * 3600, path="/",
    )  # fmt: skip
    answer.set_cookie(
        DEVICE, session.device, httponly=True, samesite="Strict", secure=deps().settings.https,
        max_age=180 * 24 * 3600, path="/api/sign-in",
    )  # fmt: skip
    return answer


@bp.post("/sign-out", responses={204: None, 401: s.Problem, 403: s.Problem})
def sign_out() -> Response:
    signing_in.sign_out(deps(), request.cookies[COOKIE])
    answer = Response(status=204)
    answer.delete_cookie(COOKIE, path="/", samesite="Strict", httponly=True)
    return answer


@bp.get("/me", responses={200: s.Me, 401: s.Problem})
def me() -> Response:
    return reply(_me(person()))


@bp.put("/me/password", responses={204: None, 401: s.Problem, 403: s.Problem, 422: s.Problem})
def change_password(body: s.NewPassword) -> Response:
    """Another password for the person who asks; their other sessions end."""
    signing_in.change_password(deps(), person(), request.cookies[COOKIE], body.old, body.new)
    return Response(status=204)


@bp.get("/me/sessions", responses={200: s.Sessions, 401: s.Problem})
def my_sessions() -> Response:
    """Where the person who asks is signed in."""
    found = signing_in.sessions(deps(), person(), request.cookies[COOKIE])
    return reply(s.Sessions(sessions=[s.Session.model_validate(one) for one in found]))


@bp.delete(
    "/me/sessions/<int:session>", responses={204: None, 401: s.Problem, 403: s.Problem, 404: s.Problem}
)
def end_session(path: s.SessionPath) -> Response:
    """Sign out somewhere else."""
    signing_in.end_session(deps(), person(), path.session)
    return Response(status=204)


@bp.get("/health", responses={200: s.Health, 503: s.Health})
def get_health() -> Response:
    """Whether database, migrations, drive and arrivals are in order; what is not, the command line tells."""
    parts = [s.HealthPart(part=check.part, in_order=check.in_order) for check in health.checked(deps())]
    in_order = all(part.in_order for part in parts)
    # a drive that was not looked over for long is told, and answers all the same
    answers = all(part.in_order for part in parts if part.part != "following")
    return reply(s.Health(in_order=in_order, parts=parts), 200 if answers else 503)
