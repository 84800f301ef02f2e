"""People, teams, invitations, and who may do what where."""

from __future__ import annotations

from flask import Response

from waka.core.fields.office import OfficeSettings
from waka.records.folders.access import Holder
from waka.web import schemas as s
from waka.web.door import Responses, blueprint, deps, person, reply
from waka.web.office import schemas as so
from waka.work.folders import access
from waka.work.people import office

bp = blueprint("office", __name__)
REFUSED: Responses = {400: s.Problem, 401: s.Problem, 403: s.Problem, 404: s.Problem, 422: s.Problem,
                      503: s.Problem}  # fmt: skip


@bp.get("/folders/<int:folder>/rights", responses={200: so.Rights, **REFUSED})
def rights(path: s.FolderPath) -> Response:
    """Who can see a folder, and why; for its keepers also what is granted on it."""
    found = access.rights(deps(), person().id, path.folder)
    return reply(
        so.Rights(
            folder=s.FolderHead.model_validate(found.folder, extra="ignore"),
            own_access=found.folder.own_access, replaces=found.folder.replaces,
            grants=[so.Grant.model_validate(grant, extra="ignore") for grant in found.grants],
            people=[so.Why.model_validate(why) for why in found.people],
            names=[so.Name.model_validate(name) for name in found.names],
        )
    )  # fmt: skip


@bp.post("/folders/<int:folder>/rights/look", responses={200: so.Effects, **REFUSED})
def look(path: s.FolderPath, body: so.Wish) -> Response:
    """What granting would change for whom; nothing changes."""
    found = access.preview(deps(), person().id, path.folder, _wish(body))
    return reply(so.Effects(effects=[so.Effect.model_validate(effect) for effect in found]))


@bp.put("/folders/<int:folder>/rights", responses={200: so.Effects, **REFUSED})
def grant(path: s.FolderPath, body: so.Wish) -> Response:
    """Grant on a folder, instead of what was granted there."""
    found = access.grant(deps(), person().id, path.folder, _wish(body))
    return reply(so.Effects(effects=[so.Effect.model_validate(effect) for effect in found]))


def _wish(body: so.Wish) -> access.Wish:
    grants = [(Holder(person=g.person, team=g.team), str(g.right)) for g in body.grants]
    return access.Wish(replaces=body.replaces, grants=grants)


@bp.get("/office", responses={200: so.Office, **REFUSED})
def show_office() -> Response:
    return reply(so.Office.model_validate(office.office(deps(), person())))


@bp.post("/office/people", responses={201: so.Invitation, **REFUSED})
def invite(body: so.Invite) -> Response:
    """Invite somebody; the answer's secret makes the link, and is told only here."""
    secret = office.invite(deps(), person(), login=body.login, name=body.name, teams=body.teams)
    return reply(so.Invitation(secret=secret), 201)


@bp.post("/office/people/<int:account>/invitation", responses={201: so.Invitation, **REFUSED})
def invite_again(path: so.AccountPath) -> Response:
    """A fresh link to choose a password; an earlier one ends."""
    return reply(so.Invitation(secret=office.invite_again(deps(), person(), path.account)), 201)


@bp.get("/office/people/<int:account>/belongings", responses={200: so.Belongings, **REFUSED})
def belongings(path: so.AccountPath) -> Response:
    """What is granted to somebody by name."""
    found = office.belongings(deps(), person(), path.account)
    return reply(so.Belongings(belongings=[so.Belonging(path=p, right=r) for p, r in found]))


@bp.post("/office/people/<int:account>/switch-off", responses={204: None, **REFUSED})
def switch_off(path: so.AccountPath, body: so.SwitchOff) -> Response:
    """End somebody's account; what was granted to them by name goes to whoever takes over."""
    office.switch_off(deps(), person(), path.account, body.hand_to)
    return Response(status=204)


@bp.put("/office/people/<int:account>/administrator", responses={204: None, **REFUSED})
def set_administrator(path: so.AccountPath, body: so.Administrator) -> Response:
    office.set_administrator(deps(), person(), path.account, administrator=body.administrator)
    return Response(status=204)


@bp.post("/office/teams", responses={201: so.Made, **REFUSED})
def make_team(body: so.PutTeam) -> Response:
    return reply(so.Made(id=office.put_team(deps(), person(), None, body.name, body.members)), 201)


@bp.put("/office/teams/<int:team>", responses={200: so.Made, **REFUSED})
def put_team(path: so.TeamPath, body: so.PutTeam) -> Response:
    return reply(so.Made(id=office.put_team(deps(), person(), path.team, body.name, body.members)))


@bp.delete("/office/teams/<int:team>", responses={204: None, **REFUSED})
def remove_team(path: so.TeamPath) -> Response:
    office.remove_team(deps(), person(), path.team)
    return Response(status=204)


@bp.put("/office/points/<int:point>", responses={204: None, **REFUSED})
def grant_point(path: so.PointPath, body: so.Holders) -> Response:
    """Who sees what arrives at a point."""
    holders = [Holder(person=h.person, team=h.team) for h in body.holders]
    office.grant_point(deps(), person(), path.point, holders)
    return Response(status=204)


@bp.get(
    "/invitations/<string:secret>",
    responses={200: so.Invited, 404: s.Problem, 422: s.Problem, 503: s.Problem},
)
def invited(path: so.SecretPath) -> Response:
    """Whom an invitation is for; open to whoever has the link."""
    return reply(so.Invited(login=office.invited(deps(), path.secret)))


@bp.post(
    "/invitations/<string:secret>",
    responses={204: None, 400: s.Problem, 404: s.Problem, 422: s.Problem, 503: s.Problem},
)
def accept(path: so.SecretPath, body: so.Accept) -> Response:
    """Choose a password. The link's secret is what allows it, so no session is needed."""
    office.accept(deps(), path.secret, body.password)
    return Response(status=204)


@bp.get("/office/settings", responses={200: so.OfficeSettings, **REFUSED})
def show_settings() -> Response:
    """What holds for the whole office: its clock, its dates, its money, its papers."""
    return reply(so.OfficeSettings.model_validate(office.settings_for(deps(), person())))


@bp.put("/office/settings", responses={200: so.OfficeSettings, **REFUSED})
def set_settings(body: so.OfficeWish) -> Response:
    wish = OfficeSettings(**body.model_dump())
    return reply(so.OfficeSettings.model_validate(office.set_settings(deps(), person(), wish)))
