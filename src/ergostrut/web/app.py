"""The Flask app: API by place, errors in one place, the built front end."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from flask import Response, abort, jsonify, send_from_directory
from flask_openapi3 import Info, OpenAPI
from pydantic import ValidationError
from sqlalchemy.exc import DBAPIError
from sqlalchemy.exc import TimeoutError as PoolTimeout
from werkzeug.exceptions import HTTPException

from ergostrut.core.problem import InputError, problems_of
from ergostrut.store import jobs
from ergostrut.store.database import Database
from ergostrut.store.stock import NoSuchStockError
from ergostrut.store.stockroom import NoSuchRowError
from ergostrut.store.trouble import in_words
from ergostrut.threads import one_thread

from .places import balance, builds, cut, job, log, made, make, nine, prove, scale, stock, stockroom, survey, tape, under, yard
from .security import guard
from .service import Service
from .shapes import ProblemOut, Refusal

STATIC = Path(__file__).parent / "static"


def _refuse(status: int, refusal: Refusal) -> tuple[Response, int]:
    return jsonify(refusal.model_dump(mode="json")), status


def _bad_request(error: ValidationError) -> Response:
    problems = [ProblemOut(field=p.field, message=p.message) for p in problems_of(error)]
    response = jsonify(Refusal(message="The request cannot be read.", problems=problems).model_dump(mode="json"))
    response.status_code = 422
    return response


def create_app(database: Database) -> OpenAPI:
    """An app on a database. Flask serves the built front end when there is one."""
    one_thread()
    app = OpenAPI(
        __name__,
        info=Info(title="Ergostrut", version="1"),
        validation_error_callback=_bad_request,
        validation_error_model=Refusal,
        static_folder=None,
        doc_ui=False,
    )
    app.extensions["ergostrut"] = Service(database)
    guard(app)
    for place in (
        yard.api,
        job.api,
        builds.api,
        balance.api,
        cut.api,
        nine.api,
        prove.api,
        stock.api,
        log.api,
        log.over_all,
        made.api,
        make.api,
        stockroom.api,
        scale.api,
        survey.api,
        tape.api,
        under.api,
    ):
        app.register_api(place)
    _errors(app)
    _front_end(app)
    return app


def described(app: OpenAPI) -> dict[str, Any]:
    """The OpenAPI document, without the parts that hold nothing."""
    document = dict(app.api_doc)
    document["components"] = {name: part for name, part in document["components"].items() if part is not None}
    return document


def _errors(app: OpenAPI) -> None:
    @app.errorhandler(InputError)
    def unusable(error: InputError) -> tuple[Response, int]:
        problems = [ProblemOut(field=p.field, message=p.message) for p in error.problems]
        return _refuse(422, Refusal(message=str(error), problems=problems))

    @app.errorhandler(jobs.NoSuchJobError)
    @app.errorhandler(NoSuchStockError)
    @app.errorhandler(NoSuchRowError)
    def missing(error: LookupError) -> tuple[Response, int]:
        return _refuse(404, Refusal(message=str(error)))

    @app.errorhandler(DBAPIError)
    def unusable_store(error: DBAPIError) -> tuple[Response, int]:
        app.logger.warning("the database cannot be used: %s", error.orig)
        return _refuse(503, Refusal(message=in_words(error)))

    @app.errorhandler(PoolTimeout)
    def crowded(_: PoolTimeout) -> tuple[Response, int]:
        return _refuse(503, Refusal(message="Too many requests at once: wait a moment and try again. Nothing was changed."))

    @app.errorhandler(jobs.StaleError)
    def stale(error: jobs.StaleError) -> tuple[Response, int]:
        words = (
            f"This job was changed elsewhere meanwhile. Yours is kept as revision {error.kept}."
            if error.kept
            else "This job was changed elsewhere meanwhile."
        )
        return _refuse(409, Refusal(message=words, kept=error.kept or None, version=error.version))

    @app.errorhandler(HTTPException)
    def http(error: HTTPException) -> tuple[Response, int]:
        return _refuse(error.code or 500, Refusal(message=error.description or "The request failed."))

    @app.errorhandler(Exception)
    def unexpected(error: Exception) -> tuple[Response, int]:
        app.logger.exception("unexpected error", exc_info=error)
        return _refuse(500, Refusal(message="Something went wrong in the program. Nothing was changed; the server's log has the details."))


def _front_end(app: OpenAPI) -> None:
    def page(name: str = "index.html") -> Response:
        if name.startswith("api/"):
            abort(404, "There is nothing at this address.")
        if not (STATIC / "index.html").exists():
            return Response("The front end is not built yet: run make demo.", status=503, mimetype="text/plain")
        if (STATIC / name).is_file():
            return send_from_directory(STATIC, name)
        return send_from_directory(STATIC, "index.html")

    app.add_url_rule("/", view_func=page)
    app.add_url_rule("/<path:name>", view_func=page)
