"""What is worth measuring: everything that nobody has measured, tried at both ends of what it may plausibly be."""

from collections import Counter
from collections.abc import Iterator
from typing import Any, Literal

from pydantic import BaseModel

from lean_year.core.basis import Basis
from lean_year.core.errors import InputError
from lean_year.core.survey.plausible import PlausibleRange, plausible_range
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.progress import Progress
from lean_year.plan.model.book_prices import NO_PRICES, BookPrices
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.whole import WholePlan, plan_property
from lean_year.property.assumed import by_value
from lean_year.property.document import Property
from lean_year.property.edits import apply_edit

Rank = Literal["decides", "moves", "nothing"]
"""`decides`: whether something fails, the water may be drunk, or the aim is met; `moves`: years carried, the size
needed, or a caution; `nothing`: none of these."""
RANKS: tuple[Rank, ...] = ("decides", "moves", "nothing")
LEAST_SIZE_SHARE = 0.01
"""Of the size that is needed, from which a change of it is one."""


class TriedEnd(BaseModel):
    """The plan with one value that may be, beside the plan as it stands."""

    value: Any
    years_carried: int | None
    """None without a record."""
    needed_l: float | None
    """Smallest tank that meets the aim; None where none does, or without a record."""
    appears: list[str]
    """What is found then, and not as it stands: fails first."""
    goes: list[str]
    """What is found as it stands, and not then."""


class Unmeasured(BaseModel):
    """One value that nobody has measured, and what it moves."""

    path: str
    value: Any
    """What stands in for it; None where nothing does."""
    rank: Rank
    ends: list[TriedEnd]
    """What else it may be, that could be planned."""
    why: str
    """Where its range comes from."""
    basis: Basis


class WorthOfMeasuring(BaseModel):
    """All that nobody has measured, what decides first."""

    items: list[Unmeasured]


def worth_of_measuring(
    document: Property, rain: PreparedRain | None, prices: BookPrices = NO_PRICES
) -> Iterator[Progress | WorthOfMeasuring]:
    """Each unmeasured value at its plausible ends, planned whole.

    Parameters
    ----------
    document : Property
    rain : PreparedRain or None
    prices : BookPrices, optional
        The firm's book, in the currency of the document.

    Yields
    ------
    Progress, and at last WorthOfMeasuring
        A value at whose ends the design cannot be is left with the ends that can.
    """
    asked = list(_unmeasured(document))
    now = plan_property(document, rain, prices=prices).plan
    items = []
    for number, (path, value, known) in enumerate(asked):
        yield Progress(done=number, of=len(asked))
        plans = []
        for end in known.ends(value, over=_over(document, known)):
            try:
                changed = apply_edit(document, [{"op": "replace", "path": path, "value": end}])
            except InputError:
                continue
            plans.append((end, plan_property(changed, rain, prices=prices).plan))
        # What nobody has measured has no plan of its own to compare with: its station says that it is asked for.
        stands = [] if value is None and known.unmeasured else [now]
        items.append(
            Unmeasured(
                path=path,
                value=value,
                rank=_rank([*stands, *(plan for _, plan in plans)]),
                ends=[_tried(end, now, plan) for end, plan in plans],
                why=known.why,
                basis=known.basis,
            )
        )
    plan_property(
        document, rain, prices=prices
    )  # what is held of the design as it is stays the last that was asked for
    yield WorthOfMeasuring(items=sorted(items, key=_order))


def _unmeasured(document: Property) -> Iterator[tuple[str, Any, PlausibleRange]]:
    """Pointers of what is assumed and of heights that nobody has measured, each with what stands and its range."""
    assumed = set(by_value(document, document.assumed))
    for path, value in _values(document.model_dump(mode="json"), ""):
        known = plausible_range(path)
        if known is not None and (path in assumed or (value is None and known.unmeasured)):
            yield path, value, known


def _values(part: Any, at: str) -> Iterator[tuple[str, Any]]:
    """Every value of a document, and every list of plain values as one."""
    if isinstance(part, dict):
        for name, value in part.items():
            yield from _values(value, f"{at}/{name}")
    elif isinstance(part, list) and any(isinstance(row, dict) for row in part):
        for number, row in enumerate(part):
            yield from _values(row, f"{at}/{number}")
    else:
        yield at, part


def _over(document: Property, known: PlausibleRange) -> float:
    if known.over is None:
        return 0.0
    value: Any = document
    for step in known.over.split("/")[1:]:
        value = getattr(value, step)
    return float(value or 0.0)


def _rank(plans: list[WholePlan]) -> Rank:
    if _differ([_fails(plan) for plan in plans]):
        return "decides"
    sizes = [size for size in (_needed_l(plan) for plan in plans) if size is not None]
    moved = bool(sizes) and max(sizes) - min(sizes) > LEAST_SIZE_SHARE * max(sizes)
    if moved or _differ([_years(plan) for plan in plans]) or _differ([_found(plan, "caution") for plan in plans]):
        return "moves"
    return "nothing"


def _differ(states: list[Any]) -> bool:
    return any(state != states[0] for state in states[1:])


def _fails(plan: WholePlan) -> tuple[Counter[str], bool, bool]:
    """What fails, whether the water may be drunk, whether the aim is met."""
    undrinkable = any(each.not_to_drink for each in plan.findings)
    return _found(plan, "fails"), undrinkable, _aim_met(plan)


def _found(plan: WholePlan, severity: str) -> Counter[str]:
    return Counter(each.code for each in plan.findings if each.severity == severity and not each.asks)


def _years(plan: WholePlan) -> int | None:
    cistern = CISTERN.of(plan)
    return None if cistern is None else cistern.years_carried


def _needed_l(plan: WholePlan) -> float | None:
    cistern = CISTERN.of(plan)
    return None if cistern is None else cistern.figures["smallest_for_aim_l"].value


def _aim_met(plan: WholePlan) -> bool:
    needed = _needed_l(plan)
    return needed is not None and plan.tank_l >= needed


def _tried(value: Any, now: WholePlan, then: WholePlan) -> TriedEnd:
    return TriedEnd(
        value=value,
        years_carried=_years(then),
        needed_l=_needed_l(then),
        appears=_only_in(then, now),
        goes=_only_in(now, then),
    )


def _only_in(plan: WholePlan, other: WholePlan) -> list[str]:
    """Texts of findings whose kind the other plan has fewer of, notes left out, the worst first."""
    there = Counter(_kind(each) for each in other.findings)
    texts = []
    for each in plan.findings:
        if each.severity == "note":
            continue
        if there[_kind(each)] > 0:
            there[_kind(each)] -= 1
        else:
            texts.append(each.text)
    return texts


def _kind(finding: Finding) -> tuple[str, str]:
    return finding.code, finding.severity


def _order(item: Unmeasured) -> tuple[int, float]:
    """What decides first, and within a rank what moves most years."""
    years = [end.years_carried for end in item.ends if end.years_carried is not None]
    return RANKS.index(item.rank), -float(max(years) - min(years)) if years else 0.0
