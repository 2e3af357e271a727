"""A refusal names its field, and its quantities can be written in other units."""

import pytest

from lean_year.core.errors import KEPT_UNITS, Amount, InputError
from lean_year.plan.answer.quantities import QUANTITIES


def in_feet(kind, value):
    return f"{value / 0.3048:.1f} ft" if kind == "length" else kind


REFUSED = InputError("outlet_m", "must be at most {most}, got {given}", most=Amount("length", 1.8), given="{top}")


def test_it_is_written_in_the_kept_units_unless_asked_otherwise():
    assert str(REFUSED) == "outlet_m: must be at most 1.8 m, got {top}"
    assert REFUSED.written(in_feet).problem == "must be at most 5.9 ft, got {top}"


def test_it_keeps_its_quantities_under_another_field():
    other = REFUSED.of("tanks[0].outlet_m")
    assert other.field == "tanks[0].outlet_m"
    assert other.written(in_feet).problem == "must be at most 5.9 ft, got {top}"


def test_a_plain_one_is_left_as_it_is():
    plain = InputError("name", "must be words, got {x}")
    assert plain.written(in_feet) is plain
    assert plain.problem == "must be words, got {x}"


@pytest.mark.parametrize("kind", list(KEPT_UNITS))
def test_every_kind_is_one_that_both_systems_have_words_for(kind):
    assert set(QUANTITIES[kind]) == {"metric", "us"}
