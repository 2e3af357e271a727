"""The supplies with which one shares water, made ready to be replayed together with it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.many_replays import OperatedCurve, Spans, spans_from
from lean_year.core.cistern.operation import Demand, OperatedReplay, Operation, Stage
from lean_year.core.cistern.together import (
    HandedOn,
    InRows,
    Move,
    OneOfSeveral,
    in_rows,
    operate_several,
    quick_to_size,
    sizes_of_first,
    spans_of_first,
)
from lean_year.plan.answer.cache import cached
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True, eq=False)
class Beside:
    """What is beside a supply. Compared by identity, as it is held between plans."""

    others: tuple[OneOfSeveral, ...]
    moves: tuple[Move, ...]
    """By their rows, this supply the first and the others after it."""
    handed_on: tuple[HandedOn, ...]

    @property
    def on_rain_alone(self) -> "Beside":
        """The same without the back-up of any of them; the same object each time."""
        return _on_rain_alone(self)

    def begun_with(self, start_share: float) -> "Beside":
        """The same, each begun with a share of its live volume; the same object each time."""
        return _begun_with(self, start_share)

    def run(self, own: OneOfSeveral, days: slice | None = None) -> OperatedReplay:
        """This supply among them, through the record or through a span of it."""
        return self.runs(own, days)[0]

    def runs(self, own: OneOfSeveral, days: slice | None = None) -> tuple[OperatedReplay, ...]:
        """This supply and those beside it, in their order."""
        supplies, handed_on = (own, *self.others), self.handed_on
        if days is None and self.quick_to_size(own):
            return operate_several(supplies, self.moves, handed_on, self._in_rows(own)).runs
        if days is not None:
            supplies = tuple(each.within(days) for each in supplies)
            handed_on = tuple(replace(on, share=on.share[:, days]) for on in handed_on)
        return operate_several(supplies, self.moves, handed_on).runs

    def spans(self, own: OneOfSeveral, begins: list[int], days: int) -> Spans:
        """Live water of this supply among them through spans of the record, each begun anew."""
        if self.quick_to_size(own):
            return spans_of_first(self._in_rows(own), own.stages[0].size_l, begins=begins, days=days)
        return spans_from([self.run(own, slice(begin, begin + days)) for begin in begins], days)

    def quick_to_size(self, own: OneOfSeveral) -> bool:
        """Whether many sizes of this supply can be replayed at once."""
        return quick_to_size((own, *self.others))

    def sizes(
        self, own: OneOfSeveral, live_l: NDArray[np.float64], rain: PreparedRain, watch: tuple[int, int]
    ) -> OperatedCurve:
        """Many live volumes of this supply among them, through the record."""
        return sizes_of_first(
            self._in_rows(own), live_l, year_end=rain.years.ends, year_counts=rain.counts, watch=watch
        )

    def missed_in_l(self, own: OneOfSeveral, live_l: float, span: slice) -> float:
        """What one live volume misses within a span of the record, which is replayed no further than that. [L]"""
        end = np.array([span.stop])
        missed = sizes_of_first(
            self._in_rows(own),
            np.array([live_l]),
            year_end=end,
            year_counts=np.ones(1, dtype=np.bool_),
            watch=(span.start, span.stop),
        )
        return float(missed.watch_missed_l[0])

    def kept_sizes(
        self, own: OneOfSeveral, live_l: NDArray[np.float64], rain: PreparedRain, watch: tuple[int, int]
    ) -> OperatedCurve:
        """The same, kept."""
        return _sizes_of(self._in_rows(own), live_l.tobytes(), rain, watch)

    def _in_rows(self, own: OneOfSeveral) -> InRows:
        (stage,) = own.stages
        several = _in_rows_of(own.inflow_l, own.demand, own.operation, own.loss_l, stage.inflow_share, self)
        return several if own.start_share == 1 else _started(several, own.start_share)


@cached(8)
def _on_rain_alone(beside: Beside) -> Beside:
    others = tuple(replace(each, operation=each.operation.on_rain_alone) for each in beside.others)
    same = all(one.operation is other.operation for one, other in zip(others, beside.others, strict=True))
    return beside if same else replace(beside, others=others)


@cached(8)
def _begun_with(beside: Beside, start_share: float) -> Beside:
    return replace(beside, others=tuple(replace(each, start_share=start_share) for each in beside.others))


@cached(24)
def _sizes_of(several: InRows, live_l: bytes, rain: PreparedRain, watch: tuple[int, int]) -> OperatedCurve:
    """Live volumes as the bytes of their array, so that equal ones are found again."""
    return sizes_of_first(
        several, np.frombuffer(live_l), year_end=rain.years.ends, year_counts=rain.counts, watch=watch
    )


@cached(16)
def _in_rows_of(
    inflow_l: NDArray[np.float64],
    demand: Demand,
    operation: Operation,
    loss_l: NDArray[np.float64] | None,
    inflow_share: float,
    beside: Beside,
) -> InRows:
    """A supply among others, ready for any size of it, begun full."""
    own = OneOfSeveral(inflow_l, demand, (Stage(0.0, inflow_share),), operation, 1.0, loss_l)
    return _others_in_rows(beside).with_own(own)


@cached(8)
def _others_in_rows(beside: Beside) -> InRows:
    """The others of a supply made ready; one of them stands where the supply itself comes."""
    return in_rows((beside.others[0], *beside.others), beside.moves, beside.handed_on)


@cached(16)
def _started(several: InRows, own_share: float) -> InRows:
    return several.begun_with(own_share)


def beside_of(document: Property, rain: PreparedRain, others: Sequence[OneOfSeveral]) -> Beside | None:
    """What is beside the supply of a document, `others` in its order; None where it shares no water."""
    if not document.others:
        return None
    everybody = [document, *document.others]
    row = {each.supply.id: number for number, each in enumerate(everybody)}
    moves = tuple(
        Move(row[each.source], row[each.to], each.l_day, each.keep_share, each.until_share)
        for each in document.transfers
        if each.source in row and each.to in row
    )
    handed = []
    for number, each in enumerate(everybody):
        demand = demand_of(each, rain)
        handed += [
            HandedOn(number, row[to], demand.handed_share(each.household, to)) for to in sorted(demand.handed_to())
        ]
    return Beside(tuple(others), moves, tuple(handed))
