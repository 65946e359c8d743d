"""Which tests work in hand touches: by what they import, by name."""

from __future__ import annotations

from tests.touched import ALWAYS, imported, touched


def test_what_imports_a_changed_module_is_touched() -> None:
    found = touched(["src/ergostrut/core/mechanics/kinematics.py"])
    assert "tests/core/test_posed.py" in found and set(ALWAYS) <= set(found)
    assert "tests/core/test_quantity.py" not in found
    assert "tests/core/test_quantity.py" in touched(["src/ergostrut/core/quantity.py"])
    assert touched(["docs/tape.md"]) == sorted(ALWAYS)


def test_a_package_and_a_name_of_it_count_as_the_module() -> None:
    text = "import ergostrut.core.report\nfrom ergostrut.core.prove import support_lost\nfrom ergostrut.core.carry.eyes import check_eyes\n"
    assert {"ergostrut.core.report", "ergostrut.core.prove.support_lost", "ergostrut.core.carry.eyes"} <= set(imported(text))


def test_a_rooms_file_and_a_familys_touch_what_tests_them() -> None:
    assert "tests/core/test_stages.py" in touched(["src/ergostrut/core/report/stages.py"])
    found = touched(["src/ergostrut/core/frame/families/wall_cabinet/doors.py"])
    assert "tests/families/test_wall_cabinet.py" in found and "tests/core/test_quantity.py" not in found
