"""Loopback only: Host and Origin checked, content security policy set, uploads bounded."""

from __future__ import annotations

from urllib.parse import urlsplit

from flask import Flask, Response, abort, request

from ergostrut.core.json_limits import read_json

LOOPBACK = {"127.0.0.1", "localhost", "::1"}
POLICY = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self'; "
    "connect-src 'self'; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'"
)
WRITES = {"POST", "PUT", "PATCH", "DELETE"}
LARGEST = 5_000_000
LARGEST_FILE = 90_000_000
"""A job file with a full record, escaped as JSON within JSON."""
LARGEST_PHOTO = 21_000_000


def guard(app: Flask) -> None:
    """Install the checks on an app. A body that holds what cannot be stored or computed with is refused before anything reads it.

    Raises:
        InputError: in a request, naming the place in its body.
    """
    app.config["MAX_CONTENT_LENGTH"] = LARGEST

    @app.before_request
    def check_sender() -> None:
        if request.path.endswith("/import"):
            request.max_content_length = LARGEST_FILE
        elif request.path.endswith("/log/photo"):
            request.max_content_length = LARGEST_PHOTO
        host = urlsplit(f"//{request.host}").hostname or ""
        if host not in LOOPBACK:
            abort(403, "This server answers on this machine only.")
        origin = request.headers.get("Origin")
        if request.method in WRITES and origin is not None and urlsplit(origin).netloc != request.host:
            abort(403, "This request came from another page.")
        if request.is_json and (body := request.get_data()):
            read_json(body, "a request")

    @app.after_request
    def headers(response: Response) -> Response:
        response.headers["Content-Security-Policy"] = POLICY
        response.headers["X-Content-Type-Options"] = "nosniff"
        response.headers["Referrer-Policy"] = "same-origin"
        if request.path.startswith("/api/"):
            response.headers["Cache-Control"] = "no-store"
        return response
