"""What a report knows by then: proofs for designs near it, and its builds where their motions stand."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping

from ..finding import Finding
from ..proof import Keep, Proof, loaded, setting_findings, standing
from ..prove.model.study import Study
from ..structure.assembly import Assembly
from ..structure.standing.setting import Setting, setting_at, settings_of
from .gathered import Report, worst_of


def kept(proofs: Iterable[Proof], keep: Keep | None = None) -> Keep:
    """A cache of what was proved already, before another."""
    held = {proof.key: proof for proof in proofs}
    return lambda key, work: held[key] if key in held else keep(key, work) if keep is not None else work()


def once() -> Keep:
    """A cache for one check alone: a build that others stand on asks for the proofs of those."""
    held: dict[str, Proof] = {}

    def keep(key: str, work: Callable[[], Proof]) -> Proof:
        if key not in held:
            held[key] = work()
        return held[key]

    return keep


def kept_by(report: Report) -> Keep:
    """A cache of what a report proved: for designs that change one build and leave the others."""
    return kept(report.proofs)


def _known(report: Report, build: Assembly, setting: Setting) -> Study:
    """A setting solved: kept by the report, or solved again."""
    for item in report.studies:
        if item.assembly.id == build.id and item.setting.name == setting.name and item.setting.travels == setting.travels:
            return item
    (found,) = standing(report.context, loaded(build, report.proofs), (setting,)).studies
    return found


def study_named(report: Report, name: str, build: str = "") -> Study | None:
    """A build (the first unless named) solved in a named setting, its first one for an unknown name; None without a build."""
    found = report.context.build(build) or next(iter(report.context.builds), None)
    if found is None:
        return None
    rows = settings_of(found)
    return _known(report, found, next((row for row in rows if row.name == name), rows[0]))


def studies_at(report: Report, travels: Mapping[str, float]) -> tuple[Study, ...]:
    """Every build solved with each motion at its travel (mm by id, its reach when that is less); a setting that was kept is not solved again."""
    return tuple(_known(report, build, setting_at(build, travels)) for build in report.context.builds)


def here(studies: Iterable[Study]) -> dict[str, Finding]:
    """Worst findings of the checks of ``studies`` that hang on their settings, by id."""
    return {f.id: f for f in worst_of(f for item in studies for f in setting_findings(item))}
