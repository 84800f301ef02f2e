"""Whatever is sent to the API: no 5xx, and no answer outside the OpenAPI document."""

from collections.abc import Iterator
from types import SimpleNamespace
from typing import Any, cast

import pytest
import schemathesis
from hypothesis import HealthCheck, given, settings
from schemathesis.checks import not_a_server_error
from schemathesis.config import (
    CoveragePhaseConfig,
    ExamplesPhaseConfig,
    FuzzingPhaseConfig,
    GenerationConfig,
    PhasesConfig,
    ProjectConfig,
    ProjectsConfig,
    SchemathesisConfig,
)
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from tests.conftest import LONG
from tests.support import World
from tests.web.conftest import Visitor
from tests.web.test_rights import TABLE
from waka.launch import opened
from waka.settings import Settings
from waka.web.app import create_app
from waka.work.deps import Deps

EXAMPLES = 200 if LONG else 4
CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
# signing out, or another password, would end the session that the others need
LEFT_OUT = ["/api/sign-out", "/api/me/password"]
HEADERS: dict[str, str] = {}


@schemathesis.serializer("application/offset+octet-stream")
def as_bytes(ctx: object, value: object) -> bytes:
    """A piece of an upload is what it is."""
    return value if isinstance(value, bytes) else str(value).encode()


def _config() -> SchemathesisConfig:
    """All phases: examples, what covers each constraint from both sides, and what is made at random."""
    phases = PhasesConfig(
        examples=ExamplesPhaseConfig(),
        coverage=CoveragePhaseConfig(),
        fuzzing=FuzzingPhaseConfig(),
    )
    project = ProjectConfig(
        phases=phases, generation=GenerationConfig(max_examples=EXAMPLES, deterministic=not LONG)
    )
    return SchemathesisConfig(projects=ProjectsConfig(default=project))


@pytest.fixture(scope="module")
def api(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Any]:
    """The demo, asked as its keeper, so that what is sent gets as far as it can."""
    home = tmp_path_factory.mktemp("schema") / "home"
    home.mkdir()
    with opened(the_world.settings(home), the_world.demo_home(home), 4) as deps:
        APP.extensions["waka"] = deps
        visitor = Visitor(APP.test_client()).sign_in("magnus")
        cookie = visitor.client.get_cookie("waka_session")
        assert cookie is not None
        HEADERS.update({"X-Waka-CSRF": visitor.csrf, "Cookie": f"waka_session={cookie.value}"})
        yield schema


# which requests there are is asked before any test has its database: the fixture brings the rest
APP = create_app(cast(Deps, SimpleNamespace(settings=Settings.read({}))))
schema = schemathesis.openapi.from_wsgi("/api/openapi.json", APP, config=_config())
chosen = schema.exclude(path=LEFT_OUT)


if LONG:  # what covers each constraint from both sides takes minutes, and seconds of every process to be put together

    @chosen.parametrize()
    @settings(max_examples=EXAMPLES, deadline=None, database=None, suppress_health_check=list(HealthCheck))
    def test_no_answer_to_what_covers_every_constraint_is_outside_the_document(
        api: Any, case: schemathesis.Case
    ) -> None:
        case.call_and_validate(headers=HEADERS, checks=CHECKS)


@pytest.mark.parametrize(("method", "path"), sorted(key for key in TABLE if key[1] not in LEFT_OUT), ids=str)
def test_no_answer_is_outside_the_document(api: Any, method: str, path: str) -> None:
    @settings(max_examples=EXAMPLES, deadline=None, database=None, derandomize=not LONG,
              suppress_health_check=list(HealthCheck))  # fmt: skip
    @given(case=api[path][method].as_strategy())
    def holds(case: schemathesis.Case) -> None:
        case.call_and_validate(headers=HEADERS, checks=CHECKS)

    holds()


def test_no_sequence_of_requests_that_follow_from_one_another_is_answered_outside_it(api: Any) -> None:
    """What one answer tells (a document, a list, a tag) is what the next request asks for."""

    class Following(api.as_state_machine()):  # type: ignore[misc]
        def get_call_kwargs(self, case: schemathesis.Case) -> dict[str, Any]:  # noqa: ARG002
            return {"headers": HEADERS}

        def validate_response(self, response: Any, case: schemathesis.Case, **_: Any) -> None:
            case.validate_response(response, checks=CHECKS)

    Following.run(
        settings=settings(
            max_examples=200 if LONG else 15, stateful_step_count=6, deadline=None, database=None,
            suppress_health_check=list(HealthCheck), derandomize=not LONG,
        )
    )  # fmt: skip
