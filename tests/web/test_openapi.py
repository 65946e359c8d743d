"""The OpenAPI document says what is answered: requests drawn from it, answers held against it. ``make fuzz`` draws more."""

from __future__ import annotations

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

from ergostrut.demo import sample as demo
from ergostrut.store.database import Database
from ergostrut.web.app import create_app, described

CHECKS = [not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance]
EXAMPLES = 8 if settings.default.derandomize else 200


@pytest.fixture(scope="module")
def document(tmp_path_factory: pytest.TempPathFactory) -> Any:
    """The document with a server behind it that holds the sample job."""
    database = Database(tmp_path_factory.mktemp("openapi") / "e.db")
    with database.writing() as session:
        demo.load_once(session)
    app = create_app(database)
    told = {**described(app), "servers": [{"url": "http://127.0.0.1:5170"}]}
    app.add_url_rule("/document.json", view_func=lambda: told)
    yield schemathesis.openapi.from_wsgi("/document.json", app)
    app.extensions["ergostrut"].close()


def test_every_answer_is_in_the_document(document: Any) -> None:
    operations = [found.ok() for found in document.get_all_operations()]
    assert len(operations) > 30
    for operation in operations:

        @settings(max_examples=EXAMPLES, deadline=None, suppress_health_check=list(HealthCheck), database=None)
        @given(case=operation.as_strategy())
        def answered(case: schemathesis.Case) -> None:
            case.call_and_validate(checks=CHECKS, headers={"Host": "127.0.0.1:5170"})

        answered()
