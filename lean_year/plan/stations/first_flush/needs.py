"""What first-flush chambers ask to be bought."""

from collections.abc import Iterator

from lean_year.core.parts.need import Need, Needs
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.flush_chambers import Chamber, chambers
from lean_year.plan.model.needs import clips, laid_pipe
from lean_year.property.document import Property


@cached_by_parts(16, "units", "roofs", "downpipes", "first_flush")
def first_flush_needs(document: Property, say: Wording) -> Needs:
    """Every chamber with its tee, cap, ball and drain."""
    return Needs(tuple(need for chamber in chambers(document) for need in _chamber(document, chamber, say)))


def _chamber(document: Property, chamber: Chamber, say: Wording) -> Iterator[Need]:
    entered, name = document.first_flush, f"First flush of {chamber.name}"
    legs = chamber.legs * chamber.count
    if entered.kind == "tank":
        each_l = chamber.volume_l / chamber.count
        yield Need("flush-tank", f"{name}: one for each chamber", chamber.count, detail=say.volume(each_l))
    else:
        laid = laid_pipe(entered.bore_mm, document.units, say)
        pieces = [chamber.leg_m] * legs
        yield laid.lengths(pieces, f"{name}: {several(legs, 'leg')} of {say.length(chamber.leg_m)}")
        yield laid.fitting("tee", legs, f"{name}: one over each leg")
        yield laid.fitting("screw-cap", legs, f"{name}: one at the foot of each leg, to clean it")
        yield clips(laid, "pipe-clip", pieces, name, say)
        if entered.kind == "ball":
            yield Need("flush-ball", f"{name}: one in each leg", legs, size=laid.pipe.name)
    match entered.drain:
        case "emitter":
            rate = say.drip(entered.emitter_l_h)
            yield Need("drip-emitter", f"{name}: empties it after rain", chamber.count, size=rate)
        case "hole":
            hole = say.hole(entered.hole_mm)
            yield Need("hole-washer", f"{name}: empties it after rain", chamber.count, size=hole)
        case "by_hand":
            yield Need("hand-valve", f"{name}: emptied by hand", chamber.count)
    if entered.screened and entered.drain != "by_hand":
        yield Need("hole-screen", f"{name}: keeps its drain open", chamber.count)
