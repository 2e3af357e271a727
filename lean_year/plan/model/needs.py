"""What stations ask to be bought, and how pipe and its fittings are asked for."""

from collections.abc import Sequence
from dataclasses import dataclass

from lean_year.core.ground.foundation import SAND_T_M3
from lean_year.core.hydraulics.stock_pipes import PRESSURE_CLASSES_KPA, PipeUse, StockPipe, sold_pipe
from lean_year.core.parts.need import Need
from lean_year.core.parts.usual import CLIP_M, bedding_m3, brackets
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import served
from lean_year.property.document import Property, Units
from lean_year.property.pump import Pipe
from lean_year.property.water_path import Run

_LONGEST_MM = 1e6


@dataclass(frozen=True, slots=True)
class Laid:
    """A pipe of the design as it is bought, to ask for lengths and fittings of it."""

    kind: str
    """Of the pipe itself in the catalogue."""
    pipe: StockPipe
    glued: bool
    rating: str = ""

    def lengths(self, pieces_m: Sequence[float], why: str) -> Need:
        """Pieces of the pipe; those of no length are none."""
        return Need(
            self.kind,
            why,
            size=self.pipe.name,
            rating=self.rating,
            pieces_mm=tuple(min(_LONGEST_MM, round(1000 * each, 1)) for each in pieces_m if each > 1e-3),
            pipe_mm=self.pipe.outside_mm,
            glued=self.glued,
        )

    def fitting(self, kind: str, count: float, why: str, *, hole: bool = False) -> Need:
        """Fittings of its size."""
        return Need(
            kind,
            why,
            float(count),
            size=self.pipe.name,
            rating=self.rating,
            pipe_mm=self.pipe.outside_mm,
            glued=self.glued,
            hole=hole,
        )


def laid_pipe(
    bore_mm: float,
    units: Units,
    say: Wording,
    *,
    use: PipeUse = "drain",
    kpa: float | None = None,
    drunk: bool = False,
) -> Laid:
    """The pipe that is bought for a bore; `kpa` is the pressure that it must be rated for."""
    pipe = sold_pipe(bore_mm=bore_mm, units=units, use=use)
    seals_hold = kpa is None or kpa <= PRESSURE_CLASSES_KPA[0]
    ratings = [] if seals_hold or kpa is None else [f"for {say.pressure(kpa)}"]
    if drunk:
        ratings.append("for drinking water")
    return Laid(
        {"drain": "drain-pipe", "downpipe": "down-pipe", "pressure": "pressure-pipe"}[use],
        pipe,
        glued=use == "pressure" or not seals_hold or units == "us",
        rating=", ".join(ratings),
    )


def reducers(laid: Laid, port_mm: float | None, count: int, why: str, *, units: Units, use: PipeUse) -> list[Need]:
    """Between a pipe and ports of another size."""
    if port_mm is None or sold_pipe(bore_mm=port_mm, units=units, use=use).name == laid.pipe.name:
        return []
    return [laid.fitting("reducer", count, why)]


def bought_as(article: str) -> str:
    """What a part is bought as, behind what asks for it."""
    return f"; bought as {article}" if article else ""


def pressure_pipe(document: Property, pipe: Pipe, say: Wording) -> Laid:
    """A pipe of the pressure side, rated for what stands in it and, where rain is drunk, for drinking water."""
    entered = document.pump
    drunk = document.treatment.drinking_rated and served(document)["drinking"]
    laid = laid_pipe(pipe.bore_mm, document.units, say, use="pressure", kpa=entered.fittings_kpa, drunk=drunk)
    return Laid("metal-pipe", laid.pipe, False, laid.rating) if entered.pipe == "metal" else laid


PRESSURE_PIPE_READS = (
    "units", "pump", "treatment.drinking_rated", "household.uses", "household.irrigation", "household.garden_l_month",
    "household.residents", "household.guests", "household.periods",
)  # fmt: skip
"""What it reads of a document."""


def shared_out(length_m: float, fittings: int) -> list[float]:
    """A length in pieces between its fittings, which nobody has measured: all alike. [m]"""
    return [length_m / (fittings + 1)] * (fittings + 1)


def fittings_of(run: Run) -> dict[str, int]:
    """Kinds of fittings that stand in a run, and how many of each."""
    return {
        "bend-90": run.bends_90,
        "bend-45": run.bends_45,
        "tee": run.tees + run.branch_tees,
        "ball-valve": run.valves,
        "check-valve": run.check_valves,
        "reducer": 1 if run.reducer_mm is not None else 0,
    }


def in_the_ground(laid: Laid, length_m: float, name: str, say: Wording) -> list[Need]:
    """What goes round and over a buried pipe."""
    sand_t = SAND_T_M3 * bedding_m3(length_m=min(1e4, length_m), outside_mm=laid.pipe.outside_mm)
    return [
        Need("bedding-sand", f"{name}: round {say.length(length_m)} of pipe", sand_t),
        Need("warning-tape", f"{name}: over {say.length(length_m)} of pipe", length_m),
    ]


def clips(laid: Laid, kind: str, pieces_m: Sequence[float], name: str, say: Wording) -> Need:
    """Clips that hold upright pieces to a wall."""
    count = sum(brackets(length_m=each, spacing_m=CLIP_M) for each in pieces_m if each > 1e-3)
    return laid.fitting(kind, count, f"{name}: two for each piece, no two farther apart than {say.spacing(CLIP_M)}")
