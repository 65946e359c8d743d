"""A shop that answers as the page asks."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from ergostrut.demo import sample as demo
from ergostrut.store.database import Database
from ergostrut.web.app import create_app

LOCAL = "http://127.0.0.1:5170"


class Shop:
    """A client that speaks as the page does."""

    def __init__(self, client: FlaskClient) -> None:
        self.client = client

    def get(self, path: str, status: int = 200) -> Any:
        answer = self.client.get(path, base_url=LOCAL)
        assert answer.status_code == status, answer.get_data(as_text=True)[:400]
        return answer.get_json() if answer.is_json else answer.get_data(as_text=True)

    def post(self, path: str, body: Any, status: int = 200, **headers: str) -> Any:
        answer = self.client.post(path, json=body, base_url=LOCAL, headers=headers)
        assert answer.status_code == status, answer.get_data(as_text=True)[:400]
        return answer.get_json()

    def change(self, version: int, path: str, value: Any, status: int = 200, op: str = "set", job: int = 1) -> Any:
        return self.post(f"/api/jobs/{job}/change", {"version": version, "changes": [{"path": path, "value": value, "op": op}]}, status)


@pytest.fixture
def shop(tmp_path: Path) -> Iterator[Shop]:
    database = Database(tmp_path / "e.db")
    with database.writing() as session:
        demo.load_once(session)
    with create_app(database).test_client() as client:
        yield Shop(client)
