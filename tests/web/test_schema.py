"""Whatever is sent to the API: no 5xx, and no answer outside the OpenAPI document."""

from collections.abc import Iterator
from typing import Any

import pytest
import schemathesis
from hypothesis import HealthCheck, given, settings
from schemathesis.checks import not_a_server_error
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
from waka.web.app import create_app

EXAMPLES = 200 if LONG else 6


@schemathesis.serializer("application/offset+octet-stream")
def as_bytes(ctx: object, value: object) -> bytes:
    """A piece of an upload is what it is."""
    return value if isinstance(value, bytes) else str(value).encode()


# signing out would end the session that the others need
LEFT_OUT = "/api/sign-out"


@pytest.fixture(scope="module")
def signed_in(
    the_world: World, tmp_path_factory: pytest.TempPathFactory
) -> Iterator[tuple[Any, dict[str, str]]]:
    """The demo, asked as its keeper, so that what is sent gets as far as it can."""
    home = tmp_path_factory.mktemp("schema") / "home"
    home.mkdir()
    with opened(the_world.settings(home), the_world.demo_home(home), 4) as deps:
        app = create_app(deps)
        visitor = Visitor(app.test_client()).sign_in("magnus")
        cookie = visitor.client.get_cookie("waka_session")
        assert cookie is not None
        headers = {"X-Waka-CSRF": visitor.csrf, "Cookie": f"waka_session={cookie.value}"}
        # read once: reading the document takes longer than asking an endpoint a few times
        yield schemathesis.openapi.from_wsgi("/api/openapi.json", app), headers


@pytest.mark.parametrize(("method", "path"), sorted(key for key in TABLE if key[1] != LEFT_OUT), ids=str)
def test_no_answer_is_outside_the_document(
    signed_in: tuple[Any, dict[str, str]], method: str, path: str
) -> None:
    schema, headers = signed_in
    operation = schema[path][method]

    @settings(max_examples=EXAMPLES, deadline=None, database=None, derandomize=not LONG,
              suppress_health_check=list(HealthCheck))  # fmt: skip
    @given(case=operation.as_strategy())
    def holds(case: schemathesis.Case) -> None:
        case.call_and_validate(
            headers=headers,
            checks=[not_a_server_error, status_code_conformance, content_type_conformance,
                    response_schema_conformance],
        )  # fmt: skip

    holds()
