"""What the overflow and its end ask to be bought."""

from collections.abc import Iterator

from lean_year.core.ground.foundation import COMPACTED_T_M3
from lean_year.core.ground.tank_weights import filled_pit_kg, filled_with_crates
from lean_year.core.parts.need import Need, Needs
from lean_year.core.parts.usual import APRON_M3
from lean_year.core.water_path.overflow import APRON_STONE_MM
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.needs import in_the_ground, laid_pipe, reducers, shared_out
from lean_year.property.document import Property

_ENDS = {"pop_up": "pop-up", "grate": "end-grate"}


@cached_by_parts(16, "units", "overflow", "downpipes")
def overflow_needs(document: Property, soakaway_m: float | None, say: Wording) -> Needs:
    """The overflow pipes, or the diverters that send water back down; `soakaway_m` is the length of what takes it."""
    entered = document.overflow
    needs: list[Need] = []
    if entered.kind in ("pipe", "standpipe"):
        needs += _pipes(document, say)
    elif entered.kind == "back_down":
        for pipe in document.downpipes:
            laid = laid_pipe(pipe.bore_mm, document.units, say, use="downpipe")
            needs.append(
                laid.fitting("back-down-diverter", pipe.pipes, f"Overflow: one in each downpipe of {pipe.name}")
            )
    if entered.kind != "none" and entered.destination == "soakaway" and soakaway_m is not None:
        needs += _soakaway(document, soakaway_m, say)
    return Needs(tuple(needs))


def _pipes(document: Property, say: Wording) -> Iterator[Need]:
    entered = document.overflow
    laid, count = laid_pipe(entered.bore_mm, document.units, say), entered.count
    alike = f"{count} × " if count > 1 else ""
    pieces = shared_out(entered.length_m, entered.bends_90) * count
    bends = f", {several(entered.bends_90, 'bend')} shared out evenly along it" if entered.bends_90 else ""
    yield laid.lengths(pieces, f"Overflow: {alike}{say.length(entered.length_m)}{bends}")
    yield laid.fitting("bend-90", entered.bends_90 * count, "Overflow: as entered")
    if entered.kind == "standpipe":
        yield laid.fitting("tee", count, "Overflow: standpipe up and over from the bottom of the bank")
    yield laid.fitting("tank-connector", count, "Overflow: through the wall of the tank", hole=True)
    why = "Overflow: from the port of the tank to the pipe"
    yield from reducers(laid, entered.port_mm, count, why, units=document.units, use="drain")
    if entered.trap:
        yield laid.fitting("trap", count, "Overflow: keeps vermin and smells out")
    if entered.screened:
        yield laid.fitting("vermin-mesh", count, "Overflow: its end is screened")
    if entered.siphon_break:
        yield laid.fitting("siphon-break", count, "Overflow: so that it does not draw the tank down")
    if entered.end in _ENDS:
        yield laid.fitting(_ENDS[entered.end], count, "Overflow: its end")
    yield from in_the_ground(laid, entered.length_m * count, "Overflow", say)
    stone = f"Overflow: it ends on {say.bulk(APRON_M3)} of {say.nominal(APRON_STONE_MM)} stone"
    yield Need("apron-stone", stone, APRON_M3 * COMPACTED_T_M3)


def _soakaway(document: Property, length_m: float, say: Wording) -> Iterator[Need]:
    """What fills and wraps it."""
    width, depth = document.overflow.width_m, document.overflow.depth_m
    volume = min(1e6, length_m * width * depth)
    name = f"Soakaway: {say.length(length_m)} by {say.length(width)}, {say.length(depth)} deep"
    if filled_with_crates(document.overflow.void_ratio):
        yield Need("crates", name, volume)
    else:
        weight_t = filled_pit_kg(volume_m3=volume, void_ratio=document.overflow.void_ratio) / 1000
        yield Need("crushed-stone", name, weight_t)
    yield Need("cloth", f"{name}, wrapped", 2 * (length_m * width + (length_m + width) * depth))
