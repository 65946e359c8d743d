"""What there is to choose from."""

from __future__ import annotations

import argparse
import json

from .codes import HOLDS


def hosts(_args: argparse.Namespace) -> int:
    from ergostrut.files.catalog_files import shipped_templates

    rows = [(template.id, f"{template.label}. {template.note}") for template in shipped_templates()]
    return _table(rows)


def families(_args: argparse.Namespace) -> int:
    from ergostrut.core.frame.families import FAMILIES

    return _table([(family.id, f"{family.label}: {family.words}") for family in FAMILIES.values()])


def sections(_args: argparse.Namespace) -> int:
    from ergostrut.files.catalog_files import shipped_catalog

    found = shipped_catalog().sections.values()
    return _table([(one.id, f"{one.label}, {one.material.label}, {one.mass_per_m:.2f} kg/m") for one in found])


def sheets(_args: argparse.Namespace) -> int:
    from ergostrut.files.catalog_files import shipped_catalog

    return _table([(one.id, one.label) for one in shipped_catalog().sheets.values()])


def schema(_args: argparse.Namespace) -> int:
    from ergostrut.core.job.document import job_schema

    print(json.dumps(job_schema(), indent=2, ensure_ascii=False))
    return HOLDS


def _table(rows: list[tuple[str, str]]) -> int:
    wide = max(len(name) for name, _ in rows) + 2
    for name, words in rows:
        print(f"{name:{wide}s}{words}")
    return HOLDS
