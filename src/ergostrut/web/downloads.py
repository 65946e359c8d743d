"""Files the pages offer, named as the user named things in whatever script (RFC 5987, RFC 6266)."""

from __future__ import annotations

import io
import re
from typing import Any

from flask import Response, send_file


def offered(mimetype: str) -> dict[int | str, Any]:
    """What the OpenAPI document says of a file."""
    schema = {"type": "object"} if mimetype == "application/json" else {"type": "string", "format": "binary"}
    return {200: {"description": "The file.", "content": {mimetype: {"schema": schema}}}}


def download(data: str | bytes, name: str, mimetype: str, *, attachment: bool = True) -> Response:
    """A file to keep, or to look at. Separators and dots at the edges of its name become dashes."""
    stem, dot, ending = name.rpartition(".")
    clean = re.sub(r"[\\/:*?\"<>|\x00-\x1f\x7f]+", "-", stem).strip(" .-") or "job"
    raw = data.encode() if isinstance(data, str) else data
    return send_file(io.BytesIO(raw), mimetype=mimetype, as_attachment=attachment, download_name=f"{clean}{dot}{ending}")
