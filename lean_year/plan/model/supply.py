"""One supply made ready for the replay: water in, water wanted, the stores, and how they are run."""

from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from lean_year.core.cistern.lean_year import lean_year
from lean_year.core.cistern.many_replays import OperatedCurve, Spans, operate_sizes, stores_of_spans
from lean_year.core.cistern.operation import (
    NO_LIMIT_L,
    BackUp,
    Demand,
    OperatedReplay,
    Operation,
    operate,
    operate_windows,
)
from lean_year.core.cistern.replay import Rule
from lean_year.core.cistern.together import OneOfSeveral
from lean_year.plan.answer.cache import cached, cached_by_parts
from lean_year.plan.model.beside import Beside, beside_of
from lean_year.plan.model.demand import DEMAND_READS, demand_of
from lean_year.plan.model.harvest import CATCH_READS, DRAINED_L, catch_rain
from lean_year.plan.model.layout import Layout, layout_of
from lean_year.plan.model.prepared_rain import PreparedRain, records_like
from lean_year.property.cistern import Cistern
from lean_year.property.document import Property
from lean_year.property.household import Household

KEPT_TO_DECIMALS_L = 7
"""Live volumes closer than this differ by rounding only."""


@dataclass(frozen=True, slots=True)
class Supply:
    """Everything a replay needs, so that anyone can ask "and what if"."""

    rain: PreparedRain
    inflow_l: NDArray[np.float64]
    loss_l: NDArray[np.float64]
    """Evaporation from open stores each day. [L]"""
    demand: Demand
    operation: Operation
    layout: Layout
    start_share: float
    beside: Beside | None = None
    """The supplies with which it shares water."""

    def one_of_several(self, gross_l: float | None = None, start_share: float | None = None) -> OneOfSeveral:
        share = self.start_share if start_share is None else start_share
        return OneOfSeveral(
            self.inflow_l, self.demand, self.layout.stages(gross_l), self.operation, share, self.loss_l
        )

    @property
    def demand_l(self) -> NDArray[np.float64]:
        """What is wanted each day before any saving step. [L]"""
        return np.asarray(self.demand.house_l[0] + self.demand.garden_l[0])

    @property
    def empty_days(self) -> NDArray[np.bool_]:
        """Days on which the store is out of use and stands empty."""
        return np.asarray(self.loss_l == DRAINED_L)

    def in_use_l(self, run: OperatedReplay) -> NDArray[np.float64]:
        """What a replay holds at the end of each day, for whoever asks how low it fell: infinite while it is out of
        use, when nothing is meant to be there. [L]"""
        return np.where(self.empty_days, np.inf, run.store_l)

    @property
    def evaporation_l(self) -> NDArray[np.float64]:
        """What the air takes each day, without what is drained off. [L]"""
        return np.where(self.empty_days, 0.0, self.loss_l)

    @property
    def on_rain_alone(self) -> "Supply":
        """The same supply without its back-up; the same object each time."""
        return _on_rain_alone(self)

    @property
    def plain(self) -> bool:
        """No saving step, back-up or loss: the published rules alone, in one store."""
        return (
            not self.operation.trigger_share
            and self.operation.back_up == BackUp()
            and len(self.layout.steps) == 1
            and not self.loss_l.any()
            and self.beside is None
            and not self.operation.two_outlets
        )

    @property
    def slow_to_size(self) -> bool:
        """Whether each size takes a replay of its own: a chain of tanks, two outlets, or other supplies."""
        return len(self.layout.steps) > 1 or self.operation.two_outlets or self.beside is not None

    @property
    def sized_one_by_one(self) -> bool:
        """Whether that is so for every size, and not for many at once."""
        return self.slow_to_size and self._sized_with is None

    @property
    def _sized_with(self) -> Beside | None:
        """The supplies beside it, where many sizes of it can be replayed among them at once."""
        quick = self.beside is not None and self.beside.quick_to_size(self.one_of_several())
        return self.beside if quick else None

    def run(self, gross_l: float | None = None, rule: Rule | None = None) -> OperatedReplay:
        """The replay of the tanks as planned, or made wider until they hold `gross_l`."""
        operation = self.operation if rule is None else replace(self.operation, rule=rule)
        if self.beside is not None:
            return self.beside.run(replace(self.one_of_several(gross_l), operation=operation))
        return operate(
            inflow_l=self.inflow_l,
            demand=self.demand,
            stages=self.layout.stages(gross_l),
            operation=operation,
            start_share=self.start_share,
            loss_l=self.loss_l,
        )

    def tally(
        self, gross_l: float | None = None, rule: Rule | None = None, watch: tuple[int, int] = (0, 0)
    ) -> OperatedCurve:
        """What one total comes to, without its days: cheaper than `run`. Arrays of one entry."""
        supply = self if rule is None else replace(self, operation=replace(self.operation, rule=rule))
        return supply.sizes(np.array([self.layout.gross_l if gross_l is None else gross_l]), watch)

    def missed_in_l(self, span: slice, gross_l: float) -> float:
        """What one total misses within a span of the record, which is replayed no further than that. [L]"""
        if (beside := self._sized_with) is not None:
            live_l = float(self.layout.drawn_live_for(np.array([gross_l]))[0])
            return beside.missed_in_l(self.one_of_several(), live_l, span)
        if self.slow_to_size:
            return float(self.tally(gross_l, watch=(span.start, span.stop)).watch_missed_l[0])
        replayed = operate_sizes(
            inflow_l=self.inflow_l,
            demand=self.demand,
            size_l=self.layout.drawn_live_for(np.array([gross_l])),
            operation=self.operation,
            start_share=self.start_share,
            loss_l=self.loss_l,
            watch=(span.start, span.stop),
            days=np.arange(span.stop),
        )
        return float(replayed.watch_missed_l[0])

    def years_carried(self, gross_l: float | None = None, rule: Rule | None = None) -> int:
        """Counted water years without a short day."""
        return int(self.rain.counts.sum()) - int(self.tally(gross_l, rule).short_years[0])

    def windows(self, windows: list[tuple[int, int]]) -> list[OperatedReplay]:
        """Replays of spans of the record, each begun anew."""
        if self.beside is not None:
            return [self.beside.run(self.one_of_several(), slice(*span)) for span in windows]
        return operate_windows(
            inflow_l=self.inflow_l,
            demand=self.demand,
            stages=self.layout.stages(),
            operation=self.operation,
            start_share=self.start_share,
            loss_l=self.loss_l,
            windows=windows,
        )

    def spans(self, begins: list[int], days: int, start_share: float) -> Spans:
        """Live water through spans of the record, each begun with a share of the live volume. The supplies beside it
        begin with as much, since nothing else is known of them."""
        if self.beside is not None:
            own = self.one_of_several(start_share=start_share)
            return self.beside.begun_with(start_share).spans(own, begins, days)
        return stores_of_spans(
            inflow_l=self.inflow_l,
            demand=self.demand,
            stages=self.layout.stages(),
            operation=self.operation,
            start_share=start_share,
            loss_l=self.loss_l,
            begins=begins,
            days=days,
        )

    def sizes(self, gross_l: NDArray[np.float64], watch: tuple[int, int] = (0, 0)) -> OperatedCurve:
        """Many totals through the record."""
        live = self.layout.drawn_live_for(gross_l)
        if (beside := self._sized_with) is not None:
            return beside.sizes(self.one_of_several(), live, self.rain, watch)
        return self._sizes_by_runs(gross_l, watch) if self.slow_to_size else self._live_sizes(live, watch)

    def kept_sizes(self, gross_l: NDArray[np.float64], watch: tuple[int, int] = (0, 0)) -> OperatedCurve:
        """As `sizes`, kept: the tanks made wider all come to the same live volumes, whatever is planned today."""
        live = self.layout.drawn_live_for(gross_l).round(KEPT_TO_DECIMALS_L)
        if (beside := self._sized_with) is not None:
            return beside.kept_sizes(self.one_of_several(), live, self.rain, watch)
        if self.slow_to_size:
            return self._sizes_by_runs(gross_l, watch)
        return _sizes_of(*self._water, live.tobytes(), watch)

    def _live_sizes(self, live_l: NDArray[np.float64], watch: tuple[int, int]) -> OperatedCurve:
        return _live_sizes(*self._water, live_l, watch)

    @property
    def _water(self) -> "_Water":
        """All that decides what a live volume comes to, whatever tanks hold it."""
        return self.rain, self.inflow_l, self.loss_l, self.demand, self.operation, self.start_share

    def _sizes_by_runs(self, gross_l: NDArray[np.float64], watch: tuple[int, int]) -> OperatedCurve:
        runs = [self.run(float(total)) for total in gross_l]
        short_years = [counted_short_years(run, self.rain) for run in runs]

        def each(name: str) -> NDArray[np.float64]:
            return np.array([float(getattr(run, name).sum()) for run in runs])

        return OperatedCurve(
            size_l=np.array([run.size_l for run in runs]),
            supplied_l=each("supplied_l"),
            spilled_l=each("spilled_l"),
            short_days=np.array([int(run.short_day.sum()) for run in runs], dtype=np.int64),
            short_years=np.array(short_years, dtype=np.int64),
            missed_l=each("shortfall_l"),
            watch_missed_l=np.array([float(run.shortfall_l[watch[0] : watch[1]].sum()) for run in runs]),
            topped_up_l=each("topped_up_l"),
            trucked_l=each("trucked_l"),
            counted_spilled_l=np.array([self.rain.years.sums(run.spilled_l)[self.rain.counts].sum() for run in runs]),
        )


_Water = tuple[PreparedRain, NDArray[np.float64], NDArray[np.float64], Demand, Operation, float]


def _live_sizes(
    rain: PreparedRain,
    inflow_l: NDArray[np.float64],
    loss_l: NDArray[np.float64],
    demand: Demand,
    operation: Operation,
    start_share: float,
    live_l: NDArray[np.float64],
    watch: tuple[int, int],
) -> OperatedCurve:
    return operate_sizes(
        inflow_l=inflow_l,
        demand=demand,
        size_l=live_l,
        operation=operation,
        start_share=start_share,
        loss_l=loss_l,
        year_end=rain.years.ends,
        year_counts=rain.counts,
        watch=watch,
    )


@cached(48)
def _sizes_of(
    rain: PreparedRain,
    inflow_l: NDArray[np.float64],
    loss_l: NDArray[np.float64],
    demand: Demand,
    operation: Operation,
    start_share: float,
    live_l: bytes,
    watch: tuple[int, int],
) -> OperatedCurve:
    """As `_live_sizes`; the live volumes as the bytes of their array, so that equal ones are found again."""
    return _live_sizes(rain, inflow_l, loss_l, demand, operation, start_share, np.frombuffer(live_l).copy(), watch)


def counted_short_years(run: OperatedReplay, rain: PreparedRain) -> int:
    """Counted water years with a short day."""
    return int((rain.counts & (rain.years.days(run.short_day) > 0)).sum())


def years_carried(run: OperatedReplay, rain: PreparedRain) -> int:
    """Counted water years without a short day."""
    return int(rain.counts.sum()) - counted_short_years(run, rain)


def operation_of(household: Household, cistern: Cistern, layout: Layout) -> Operation:
    """How a document says that its supply is run."""
    entered = household.back_up
    match entered.kind:
        case "mains":
            back_up = BackUp(keep_share=entered.keep_share, limit_l_day=NO_LIMIT_L)
        case "well":
            back_up = BackUp(keep_share=entered.keep_share, limit_l_day=entered.well_l_day)
        case "truck":
            back_up = BackUp(load_l=entered.load_l, order_share=entered.order_share, lead_days=entered.lead_days)
        case "none":
            back_up = BackUp()
    return Operation(
        rule=cistern.rule,
        trigger_share=tuple(step.below_share for step in household.steps),
        back_up=back_up,
        garden_from_first=cistern.garden_from_first,
        house_above_share=layout.house_above_share,
        garden_above_share=layout.garden_above_share,
    )


SUPPLY_READS = (
    *CATCH_READS, *DEMAND_READS, "household.steps", "household.back_up", "cistern", "supply", "transfers", "others",
)  # fmt: skip


@cached_by_parts(8, *SUPPLY_READS)
def supply_of(document: Property, rain: PreparedRain) -> Supply:
    """The supply of a document, ready for replays, with those with which it shares water."""
    own = _by_itself(document, rain)
    if not document.others:
        return own
    return replace(own, beside=_beside(document, rain))


@cached_by_parts(8, *DEMAND_READS, "household.steps", "supply", "transfers", "others")
def _beside(document: Property, rain: PreparedRain) -> Beside | None:
    """The same object for as long as nothing changes but the tanks of the supply itself."""
    others = [_by_itself(each, rain).one_of_several() for each in document.others]
    return beside_of(document, rain, others)


def _by_itself(document: Property, rain: PreparedRain) -> Supply:
    catch, layout = catch_rain(document, rain), layout_of(document)
    return Supply(
        rain=rain,
        inflow_l=catch.total,
        loss_l=catch.lost_l,
        demand=demand_of(document, rain).at_steps(document.household),
        operation=operation_of(document.household, document.cistern, layout),
        layout=layout,
        start_share=document.cistern.start_share,
    )


@cached(8)
def _on_rain_alone(supply: Supply) -> Supply:
    operation = supply.operation.on_rain_alone
    beside = None if supply.beside is None else supply.beside.on_rain_alone
    if operation is supply.operation and beside is supply.beside:
        return supply
    return replace(supply, operation=operation, beside=beside)


@cached(8)
def replay_of(supply: Supply) -> OperatedReplay:
    """The replay of the design, held for all who ask for its days."""
    return supply.run() if supply.beside is None else replays_beside(supply)[0]


@cached(8)
def replays_beside(supply: Supply) -> tuple[OperatedReplay, ...]:
    """The replays of a design and of the supplies with which it shares water, in the order in which it has them."""
    assert supply.beside is not None
    return supply.beside.runs(supply.one_of_several())


@cached(8)
def lean_year_of(run: OperatedReplay, supply: Supply) -> int:
    """Row of the water year that is hardest on a replay; `lean_year.core.cistern.lean_year` has the rule."""
    rain, years = supply.rain, supply.rain.years
    return lean_year(
        shortfall_l=years.sums(np.where(run.short_day, run.shortfall_l, 0.0)),
        other_water_l=years.sums(run.topped_up_l + run.trucked_l) + years.sums(run.given_up_l),
        lowest_l=np.minimum.reduceat(supply.in_use_l(run), years.starts),
        counted=rain.counts,
    )


@cached_by_parts(8, *SUPPLY_READS)
def carried_in_records_like_it(document: Property, rain: PreparedRain) -> tuple[int, int, int] | None:
    """For a record made from twelve means: fewest and most years that rain alone carries in others made from the
    same, of so many."""
    if rain.record.made_from is None or rain.record.made_from.kind != "means":
        return None
    carried, of_years = [], 0
    for other in records_like(rain):
        of_years = int(other.counts.sum())
        carried.append(supply_of(document, other).on_rain_alone.years_carried())
    return min(carried), max(carried), of_years
