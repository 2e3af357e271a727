"""The quick sums: one formula each, asked for by name."""

from collections.abc import Mapping

from lean_year.core.errors import InputError, require_number
from lean_year.core.quick_sums import ground, price, supply, treat_and_lift, water_path
from lean_year.core.quick_sums.frame import QuickSum, SumInput

__all__ = ["QUICK_SUMS", "SUM_GROUPS", "QuickSum", "SumInput", "work_out"]

SUM_GROUPS: dict[str, tuple[QuickSum, ...]] = {
    "Supply": supply.SUMS,
    "Gutters, pipes and overflow": water_path.SUMS,
    "Treatment and pump": treat_and_lift.SUMS,
    "Ground": ground.SUMS,
    "Price": price.SUMS,
}
QUICK_SUMS: dict[str, QuickSum] = {each.name: each for group in SUM_GROUPS.values() for each in group}


def work_out(name: str, values: Mapping[str, float | str]) -> dict[str, float]:
    """Work out one quick sum.

    Parameters
    ----------
    name : str
        A key of `QUICK_SUMS`.
    values : mapping of str to float, or to str for the input that says which way
        Exactly the sum's inputs, each in its unit.

    Returns
    -------
    dict
        Output name to value, in the units of the sum's `outputs`.

    Raises
    ------
    InputError
        Naming an unknown sum, a missing or unknown input, or a value out of its range.

    Examples
    --------
    >>> work_out("days_left", {"level_l": 9000, "demand_l_day": 300})
    {'days': 30.0}
    """
    if name not in QUICK_SUMS:
        raise InputError("sum", f"must be one of {', '.join(QUICK_SUMS)}, got {name!r}")
    chosen = QUICK_SUMS[name]
    method = _method(chosen, values.get(chosen.choice, chosen.usual))
    asked = chosen.asked(method)
    values = {key: value for key, value in values.items() if not chosen.methods or key != chosen.choice}
    names = [each.name for each in asked]
    for given in values:
        if given not in names:
            raise InputError(given, f"is not an input of {name}; it takes {', '.join(names)}")
    for each in asked:
        if each.name not in values:
            raise InputError(each.name, f"is missing; give {each.name} in {each.unit}, {each.low:g} to {each.high:g}")
    numbers = {each.name: _number(each, values[each.name]) for each in asked}
    return chosen.work_out(**numbers) if method is None else chosen.work_out(**{chosen.choice: method}, **numbers)


def _method(chosen: QuickSum, given: float | str | None) -> str | None:
    if not chosen.methods:
        return None
    if given not in chosen.methods:
        raise InputError(chosen.choice, f"must be one of {', '.join(chosen.methods)}, got {given!r}")
    return str(given)


def _number(asked: SumInput, value: float | str) -> float:
    if isinstance(value, str):
        raise InputError(asked.name, f"must be a number, got {value!r}")
    return require_number(asked.name, value, low=asked.low, high=asked.high)
