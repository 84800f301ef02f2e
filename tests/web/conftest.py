"""The application in this process, asked as a browser would."""

import time
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import pytest
from flask.testing import FlaskClient
from flask_openapi3 import OpenAPI

from tests.support import World
from waka.demo.make import PASSWORD
from waka.launch import opened
from waka.records.people import people
from waka.web.app import create_app
from waka.work.deps import Deps
from waka.work.people import signing_in


@dataclass
class Visitor:
    client: FlaskClient
    csrf: str = ""

    def sign_in(self, login: str, password: str = PASSWORD) -> "Visitor":
        answer = self.client.post("/api/sign-in", json={"login": login, "password": password})
        assert answer.status_code == 200, answer.json
        self.csrf = answer.json["csrf"]  # type: ignore[index]
        return self

    def ask(self, method: str, path: str, json: Any = None, **more: Any) -> Any:
        """Ask, and again where the answer says that what is asked for is still being made."""
        headers = {"X-Waka-CSRF": self.csrf, **more.pop("headers", {})}
        answer = self.client.open(path, method=method, json=json, headers=headers, **more)
        while answer.status_code == 503 and (answer.json or {}).get("code") == "still_reading":
            time.sleep(float(answer.headers["Retry-After"]))
            answer = self.client.open(path, method=method, json=json, headers=headers, **more)
        return answer


@pytest.fixture(scope="module")
def demo_deps(the_world: World, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Deps]:
    home = tmp_path_factory.mktemp("demo") / "home"
    home.mkdir()
    url = the_world.demo_home(home)
    with opened(the_world.settings(home), url, 4) as found:
        # somebody who has an account and may see nothing at all
        stranger = signing_in.add_person(
            found, login="stranger", name="Sly Stranger", password=PASSWORD, right="reader"
        )
        with found.db.transaction() as conn:
            people.revoke_all(conn, stranger)
        yield found


@pytest.fixture(scope="module")
def demo_app(demo_deps: Deps) -> OpenAPI:
    return create_app(demo_deps)


@pytest.fixture
def visitor(demo_app: OpenAPI) -> Visitor:
    return Visitor(demo_app.test_client())
