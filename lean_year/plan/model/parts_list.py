"""The list of parts: what the stations ask for, as it is bought, with what a person changed of it."""

from collections.abc import Sequence
from functools import lru_cache
from typing import Any, Literal, get_args

from pydantic import BaseModel, Field

from lean_year.core.parts.buying import Bought, Cut, bought, measure_of, ordered
from lean_year.core.parts.catalogue import GROUPS, WORKS
from lean_year.core.parts.need import Needs
from lean_year.core.parts.usual import socket_depth_mm
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import StationKey
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.book_prices import NOT_PRICED, BookPrices, sold_in
from lean_year.property.document import Units
from lean_year.property.parts_entry import AddedPart, ChangedPart, PartsEntry

ByHand = Literal["no", "changed", "left_out", "added", "gone"]


class PartWhy(BaseModel):
    """One place of the design that asks for a part."""

    stage: StationKey
    text: str
    quantity: float | None
    """What it asks for, in the unit of the line; None of what is cut, which its pieces say."""


class CutBars(BaseModel):
    """How the pieces of a line are cut."""

    stock_mm: float
    kerf_mm: float
    bars_mm: list[list[float]]
    """Pieces of each stock length."""
    offcuts_mm: list[float]
    proven: bool
    """Whether no plan needs fewer lengths."""
    least: int
    """A number of lengths that none is under."""
    socket_mm: float | None
    """How far the pipe goes into a fitting; None of what has no sockets."""


class PartLine(BaseModel):
    """One line of the list."""

    key: str
    name: str
    quantity: float
    """What is bought, in `unit`; 0 where it is left out."""
    unit: str
    pieces_m: list[float] | None
    """Of what is cut, as it is cut."""
    group: str
    """Where it is bought."""
    day: int
    """Of the work that needs it first, from 1."""
    why: list[PartWhy]
    unit_price: float | None
    """Of one `unit`; None where it is not priced. [money]"""
    total: float | None
    kind: str
    """A key of the catalogue; empty where somebody added it."""
    not_priced: str
    """Why not; empty where it is."""
    lead_days: int | None
    """From the order until it is there; None where the book does not say."""
    price_dated: str | None
    """Of when its price is, where the book says so."""
    price_unit: str
    """That a price for it is given in."""
    priced_by_volume: bool
    """Whether its price goes by what it holds, and is not one price of the book."""
    book_key: str
    """Under which its price stands in the firm's book, or would."""
    holds_m3: float = Field(default=0.0, exclude=True)
    """Of one tank."""
    asked: float
    """What the design asks for, spares left out."""
    spare: float
    sold: str
    """The quantity in words, in the units of the property."""
    how_many: str
    """The sum that gives it."""
    sold_unit: str
    """That the quantity is written and entered in, in the units of the property."""
    sold_factor: float
    """Kept units in one of it."""
    work: str
    bought: bool
    note: str
    by_hand: ByHand
    cut: CutBars | None


class Grouped(BaseModel):
    """A key and its name, in the order of the list."""

    key: str
    name: str


GROUP_NAMES = [Grouped(key=key, name=name) for key, name in GROUPS.items()]
WORK_NAMES = [Grouped(key=key, name=name) for key, name in WORKS.items()]


_NOMINAL = {units: Wording(units).nominal for units in get_args(Units)}
"""One for each system, and always the same one: what is held of a station goes by it."""


def parts_list(
    needs: Sequence[tuple[StationKey, Needs]], entered: PartsEntry, prices: BookPrices, say: Wording
) -> list[PartLine]:
    """Every line, what the design asks for first, then what somebody added and what nobody asks for any more."""
    return _parts_list(tuple(needs), entered.model_dump_json(), entered, prices, say.units)


@cached(16)
def _parts_list(
    needs: tuple[tuple[StationKey, Needs], ...], _key: str, entered: PartsEntry, prices: BookPrices, units: Units
) -> list[PartLine]:
    say = Wording(units)
    lines = bought(
        needs,
        system=units,
        kerf_mm=entered.kerf_mm,
        nominal=_NOMINAL[units],
        cuts={key: _cut(changed) for key, changed in entered.changed.items()},
    )
    days = _days([line.kind.work for line in lines] + [each.work for each in entered.added])
    known = {line.key for line in lines}
    return [
        *(
            _as_asked(line, days[line.kind.work], prices, units)
            if line.key not in entered.changed
            else _line(line, entered.changed[line.key], days[line.kind.work], prices, say)
            for line in lines
        ),
        *(_added(each, days, units) for each in entered.added),
        *(_gone(key, changed, days) for key, changed in entered.changed.items() if key not in known),
    ]


def _days(works: Sequence[str]) -> dict[str, int]:
    """The day of each work that is needed, from 1."""
    return {work: number for number, work in enumerate((each for each in WORKS if each in works), 1)}


def _cut(changed: ChangedPart) -> Cut:
    return Cut(
        None if changed.stock_m is None else 1000 * changed.stock_m,
        None if changed.pieces_m is None else tuple(1000 * each for each in changed.pieces_m),
    )


@lru_cache(512)
def _as_asked(line: Bought, day: int, prices: BookPrices, units: Units) -> PartLine:
    return _line(line, None, day, prices, Wording(units))


def _line(line: Bought, changed: ChangedPart | None, day: int, prices: BookPrices, say: Wording) -> PartLine:
    unit, units = line.kind.unit, say.units
    price = prices.of_need(line.asked[0].need, line.cut.stock_mm if line.cut else None)
    quantity, name = line.quantity, line.name
    by_hand: ByHand = "no"
    if changed is not None:
        by_hand = "left_out" if changed.left_out else "changed" if changed.by_hand else "no"
        quantity = 0.0 if changed.left_out else line.quantity if changed.quantity is None else changed.quantity
        name = changed.instead or name
    each = price.each if changed is None or changed.paid is None else changed.paid
    return PartLine(
        key=line.key,
        name=name,
        unit_price=each,
        total=None if each is None else each * quantity,
        kind=line.asked[0].need.kind,
        not_priced="" if each is not None else price.why_not,
        lead_days=price.lead_days,
        price_dated=price.dated,
        price_unit=sold_in(unit, units),
        priced_by_volume=price.by_volume,
        book_key=price.key,
        holds_m3=line.asked[0].need.holds_m3,
        quantity=quantity,
        unit=unit,
        pieces_m=None if line.cut is None else [piece / 1000 for bar in line.cut.layout_mm for piece in bar],
        group=line.kind.group,
        day=day,
        why=[
            PartWhy(
                stage=each.stage,
                text=each.need.why,
                quantity=None if line.cut is not None else each.need.quantity,
            )
            for each in line.asked
        ],
        asked=line.needed,
        spare=line.spare,
        sold=sold_words(quantity, unit, units, say, line.cut.stock_mm if line.cut else None),
        how_many=_how_many(line, changed, units, say),
        **_sold(unit, units),
        work=line.kind.work,
        bought=changed is not None and changed.bought,
        note="" if changed is None else changed.note,
        by_hand=by_hand,
        cut=_bars(line),
    )


def _sold(unit: str, units: Units) -> dict[str, Any]:
    measure = measure_of(unit, units)
    return {"sold_unit": measure.name or unit, "sold_factor": measure.factor}


def _bars(line: Bought) -> CutBars | None:
    cut = line.cut
    if cut is None:
        return None
    outside = line.asked[0].need.pipe_mm
    return CutBars(
        stock_mm=cut.stock_mm,
        kerf_mm=cut.kerf_mm,
        bars_mm=[list(bar) for bar in cut.layout_mm],
        offcuts_mm=list(cut.offcuts_mm),
        proven=cut.proven,
        least=cut.least,
        socket_mm=socket_depth_mm(outside_mm=min(2_000.0, outside)) if outside else None,
    )


def sold_words(quantity: float, unit: str, units: Units, say: Wording, stock_mm: float | None = None) -> str:
    """A quantity as it is asked for over a counter.

    >>> say = Wording("metric")
    >>> sold_words(7, "length", "metric", say, 3000.0), sold_words(3.3, "t", "metric", say)
    ('7 lengths of 3 m', '3.3 t')
    """
    measure = measure_of(unit, units)
    shown = quantity / measure.factor
    figure = fixed(shown, 0 if abs(shown - round(shown)) < 1e-6 else 2 if measure.step < 0.1 or unit == "L" else 1)
    if measure.name:
        return f"{figure} {measure.name}"
    if unit in ("each", "kWh"):
        return figure if unit == "each" else f"{figure} {unit}"
    of = f" of {say.spacing(stock_mm / 1000)}" if stock_mm is not None else ""
    plural = {"box": "boxes"}.get(unit, f"{unit}s")
    return f"{figure} {unit if figure == '1' else plural}{of}"


def _how_many(line: Bought, changed: ChangedPart | None, units: Units, say: Wording) -> str:
    stock = line.cut.stock_mm if line.cut else None

    def words(quantity: float) -> str:
        return sold_words(quantity, line.kind.unit, units, say, stock)

    parts = []
    if line.cut is not None:
        pieces = [piece for bar in line.cut.layout_mm for piece in bar]
        total = say.length(sum(pieces) / 1000)
        proof = "no plan needs fewer" if line.cut.proven else f"at least {line.cut.least} are needed"
        parts.append(f"{total} in {several(len(pieces), 'piece')}, cut from {words(line.needed)}: {proof}")
    else:
        parts.append(f"{words(line.needed)} asked for")
    if line.spare:
        parts.append(f"{fixed(line.spare)} spare")
    if ordered(line.needed + line.spare, line.kind.unit, units) > line.needed + line.spare + 1e-9:
        parts.append(f"bought as {words(line.quantity)}")
    if changed is not None and changed.left_out:
        parts.append("left out by hand")
    elif changed is not None and changed.quantity is not None:
        parts.append(f"{words(changed.quantity)} by hand")
    return "; ".join(parts)


_NOT_ASKED: dict[str, Any] = {
    "kind": "",
    "lead_days": None,
    "price_dated": None,
    "priced_by_volume": False,
    "book_key": "",
    "pieces_m": None,
    "asked": 0.0,
    "spare": 0.0,
    "cut": None,
}
"""What a line has none of that the design does not ask for."""


def _added(each: AddedPart, days: dict[str, int], units: Units) -> PartLine:
    return PartLine(
        **_NOT_ASKED,
        **_sold(each.unit, units),
        unit_price=each.paid,
        total=None if each.paid is None else each.paid * each.quantity,
        not_priced="" if each.paid is not None else NOT_PRICED.why_not,
        price_unit=sold_in(each.unit, units),
        key=f"added-{each.id}",
        name=each.name,
        quantity=each.quantity,
        unit=each.unit,
        group=each.group,
        day=days[each.work],
        why=[PartWhy(stage="price", text="Added by hand", quantity=each.quantity)],
        sold=sold_words(each.quantity, each.unit, units, Wording(units)),
        how_many="added by hand",
        work=each.work,
        bought=each.bought,
        note=each.note,
        by_hand="added",
    )


def _gone(key: str, changed: ChangedPart, days: dict[str, int]) -> PartLine:
    """A line that was changed by hand, and that the design asks for no more: it is bought no more, and says so."""
    return PartLine(
        **_NOT_ASKED,
        unit_price=None,
        total=None,
        not_priced="",
        price_unit="each",
        key=key,
        name=changed.instead or changed.name,
        quantity=0.0,
        unit="each",
        group="tools",
        day=max(days.values(), default=1),
        why=[],
        sold="none",
        how_many="the design asks for it no more",
        sold_unit="each",
        sold_factor=1.0,
        work="hand_over",
        bought=changed.bought,
        note=changed.note,
        by_hand="gone",
    )
