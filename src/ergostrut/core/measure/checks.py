"""What the survey still lacks."""

from __future__ import annotations

from collections.abc import Iterator

from ..finding import Finding
from ..structure.host import Host


def check_survey(host: Host) -> Iterator[Finding]:
    """One finding for what is missing, one for what is only typical."""
    missing = tuple(name for name, taken in host.dims.items() if taken.mm is None and not taken.optional)
    typical = tuple(name for name, taken in host.dims.items() if taken.mm is not None and taken.state == "typical")
    if missing:
        labels = ", ".join(host.dims[name].label.lower() for name in missing)
        yield Finding(
            "host/measure.missing",
            "measure.missing",
            "measure",
            ("host",),
            "Not measured yet",
            f"{len(missing)} to take: {labels}.",
            "unknown",
            missing=missing,
        )
    if typical:
        labels = ", ".join(host.dims[name].label.lower() for name in typical)
        yield Finding(
            "host/measure.typical",
            "measure.typical",
            "measure",
            ("host",),
            "Typical, not measured",
            f"{len(typical)} stand on a typical figure: {labels}.",
            "note",
            hangs_on=typical,
        )
    for key, title, sentence, caution in host.asides:
        yield Finding(f"host/aside.{key}", "measure.aside", "measure", ("host",), title, sentence, "note", caution=caution)
    if not missing and not typical:
        yield Finding(
            "host/measure.done", "measure.done", "measure", ("host",), "Host measured", "Every dimension has been measured.", "holds"
        )
