"""The shipped catalogue: every value has its source, gauges are the right ones, and a broken text is refused by name."""

from __future__ import annotations

import tomllib

import pytest

from ergostrut.core.catalog.loader import TEXTS, CatalogError, load
from ergostrut.core.catalog.model import Catalog, Metal, Sandwich, Sheet, Wood
from ergostrut.core.constants import PSI
from ergostrut.core.structure.systems import SYSTEMS
from ergostrut.files.catalog_files import catalog_texts

ROWS = {"materials.toml": ("metal", "lumber", "panel", "face", "core"), "hardware.toml": ("grade",)}


@pytest.fixture(scope="module")
def texts() -> dict[str, str]:
    return dict(catalog_texts())


def test_every_material_names_its_source_and_whether_it_is_from_memory(texts: dict[str, str]) -> None:
    for name, kinds in ROWS.items():
        data = tomllib.loads(texts[name])
        for kind in kinds:
            for row in data[kind]:
                assert row["source"] and isinstance(row["recalled"], bool), row["id"]


def test_no_rating_is_kept(texts: dict[str, str]) -> None:
    """Ratings never have a typical value: they are read from the part."""
    for row in tomllib.loads(texts["hardware.toml"])["part"]:
        assert "rating" not in row


def test_values_are_sane(catalog: Catalog) -> None:
    for metal in catalog.metals.values():
        assert isinstance(metal, Metal) and metal.Fy < metal.Fu and 2.3 < metal.E / metal.G < 3.0
        assert (metal.welded is not None) == (metal.kind == "aluminium")
        if metal.welded:
            assert metal.welded[0] < metal.Fy and metal.welded[1] <= metal.Fu
    for section in catalog.sections.values():
        p = section.properties
        assert p.Zy >= p.Sy * 0.999 and p.Iy > 0 and p.J > 0 and section.price_per_m > 0
        assert 0.1 < section.mass_per_m < 30 and section.stock
        assert p.loops, "every bar can be drawn"


def test_every_section_belongs_to_a_system(catalog: Catalog) -> None:
    for section in catalog.sections.values():
        if section.material.kind == "stainless" or section.properties.shape == "round":
            continue
        assert any(system.takes(section) for system in SYSTEMS.values()), section.id


def test_systems_start_from_stock(catalog: Catalog) -> None:
    for system in SYSTEMS.values():
        assert system.part[0] in catalog.parts
        for name in (system.rail, system.rib):
            assert not name or system.takes(catalog.sections[name])


@pytest.mark.parametrize(("gauge", "tube_wall"), [(11, 3.048), (14, 2.108), (16, 1.651)])
def test_gauge_trap(catalog: Catalog, gauge: int, tube_wall: float) -> None:
    """Tube gauge is BWG, thicker than sheet of the same number (Manufacturers' Standard Gauge: 0.1196, 0.0747, 0.0598 in)."""
    sheet = {11: 0.1196, 14: 0.0747, 16: 0.0598}[gauge] * 25.4
    wall = catalog.sections[f"1x1x{gauge}ga"].properties.wall
    assert wall == pytest.approx(tube_wall) and wall > sheet


def test_size_factors_of_lumber(catalog: Catalog) -> None:
    """NDS 2018 Supplement 4A: 875 psi spruce-pine-fir becomes 1312 in a 2x4, 1138 in a 2x6, 875 in a 2x12."""
    for depth, psi in ((4, 875 * 1.5), (6, 875 * 1.3), (8, 875 * 1.2), (10, 875 * 1.1), (12, 875)):
        wood = catalog.sections[f"2x{depth} spf"].material
        assert isinstance(wood, Wood) and wood.Fb == pytest.approx(psi * PSI)


def test_plywood_keeps_both_directions(catalog: Catalog) -> None:
    birch = catalog.sheets["birch.18"]
    assert isinstance(birch, Sheet)
    assert (birch.t, birch.E, birch.f) == (17.6, (10_048, 7_452), (40.2, 34.1))
    assert birch.material.long == 0.37 and birch.material.short == 0.60


def test_sandwich_weighs_its_layers(catalog: Catalog) -> None:
    panel = catalog.sheets["sandwich.pp20"]
    assert isinstance(panel, Sandwich)
    assert panel.t == pytest.approx(23.2) and panel.mass_per_m2 == pytest.approx(2 * 1.6 * 1.8 + 20 * 0.08)


@pytest.mark.parametrize(
    ("name", "old", "new"),
    [
        ("materials.toml", "density = 7850", "heavy = 7850"),
        ("sections.toml", "steel.a513", "steel.none"),
        ("sheets.toml", "panel.birch", "panel.none"),
        ("hardware.toml", "tpi = 20", "threads = 20"),
    ],
)
def test_a_broken_text_is_refused(texts: dict[str, str], name: str, old: str, new: str) -> None:
    assert name in TEXTS and old in texts[name]
    with pytest.raises(CatalogError, match="cannot be read"):
        load({**texts, name: texts[name].replace(old, new, 1)})
    with pytest.raises(CatalogError):
        load({**texts, name: "= nothing"})


def test_version_follows_the_texts(texts: dict[str, str], catalog: Catalog) -> None:
    assert load(texts).version == catalog.version
    assert load({**texts, "sheets.toml": texts["sheets.toml"] + "\n"}).version != catalog.version
