"""Signing in and out, who I am, health."""

from __future__ import annotations

from flask import Response, request

from waka.errors import ForgedRequest
from waka.work import health, signing_in

from . import schemas as s
from .door import COOKIE, blueprint, deps, person, reply, signed_in

bp = blueprint("entrance", __name__)


@bp.post("/sign-in", responses={200: s.Me, 401: s.Problem, 403: s.Problem, 429: s.Problem})
def sign_in(body: s.SignIn) -> Response:
    """Begin a session; the cookie is HttpOnly and SameSite=Strict."""
    if request.headers.get("Sec-Fetch-Site", "same-origin") not in ("same-origin", "none"):
        raise ForgedRequest
    session = signing_in.sign_in(deps(), body.login, body.password, request.remote_addr or "")
    answer = reply(s.Me.model_validate(session.person, extra="ignore"))
    answer.set_cookie(
        COOKIE, session.token, httponly=True, samesite="Strict", secure=deps().settings.https,
        max_age=14 * 24 * 3600, path="/",
    )  # fmt: skip
    return answer


@bp.post("/sign-out", responses={204: None, 401: s.Problem, 403: s.Problem})
@signed_in
def sign_out() -> Response:
    signing_in.sign_out(deps(), request.cookies[COOKIE])
    answer = Response(status=204)
    answer.delete_cookie(COOKIE, path="/", samesite="Strict", httponly=True)
    return answer


@bp.get("/me", responses={200: s.Me, 401: s.Problem})
@signed_in
def me() -> Response:
    return reply(s.Me.model_validate(person(), extra="ignore"))


@bp.get("/health", responses={200: s.Health, 503: s.Health})
def get_health() -> Response:
    """Whether database, migrations, drive and arrivals are in order, and what is not."""
    parts = [s.HealthPart.model_validate(check) for check in health.check(deps())]
    in_order = all(part.in_order for part in parts)
    return reply(s.Health(in_order=in_order, parts=parts), 200 if in_order else 503)
