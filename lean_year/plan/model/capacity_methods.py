"""How capacities of gutters, downpipes and runs are worked out: mark, source and formula of each method."""

from dataclasses import dataclass

from lean_year.core.basis import Basis
from lean_year.core.water_path.gutters import CodeTable

EN = "BS EN 12056-3 (from memory)"


@dataclass(frozen=True, slots=True)
class Method:
    """How a capacity is worked out."""

    basis: Basis
    source: str
    formula: str


CODE_TABLE = Method("from_memory", "code table", "the table's roof area at 1 in/h")
WYLY_EATON = Method("from_memory", EN, "pipes × 2.5e-4 × 0.25^-0.167 × d^2.667 × 0.33^1.667")
MANNING = Method("published", "Manning", "A R^(2/3) S^(1/2) / n, part full")
BESIDE_THE_TABLE = Method(
    "from_memory", "Manning, as the rows of the code table, which has none for this", "A R^(2/3) S^(1/2) / n, full"
)
COLEBROOK = Method(
    "published", "Darcy-Weisbach with Colebrook", "flow whose friction, fittings, entry and exit use up the head"
)


def size_in_table(table: CodeTable, bore_mm: float, fall: str | None = None) -> str:
    """The row of a code table that was read, in words; without a fall for what stands upright."""
    size_in = table.size_of_in(bore_mm)
    if size_in is None:
        return "narrower than the table begins"
    return f"the table's {size_in} in" + (f" at a fall of {fall}" if fall else "")
