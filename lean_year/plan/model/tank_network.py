"""The tanks of a property one by one, as a storm or another engine takes them: links, inverts and overflow."""

from collections.abc import Sequence

import numpy as np

from lean_year.core.cistern.vessel import NECK_M2
from lean_year.core.hydraulics.pipes import link_flow_l_s
from lean_year.core.units import SECONDS_PER_DAY
from lean_year.core.water_path.overflow import HEAD_IF_AT_LID_M
from lean_year.core.water_path.storm import CURVE_POINTS, StormLink, StormVessel
from lean_year.plan.model.overflow_outlets import overflow_count
from lean_year.property.cistern import Tank
from lean_year.property.document import Property

SAME_INVERT_M = 0.001


class Chain:
    """The vessels of a property one by one, in the order of their links."""

    def __init__(
        self, document: Property, *, shut_links: Sequence[int] = (), start_share: float = 1.0, pumps: bool = True
    ) -> None:
        self.tanks: list[Tank] = []
        self.names: list[str] = []
        self.links: list[StormLink] = []
        self.link_names: list[tuple[str, str]] = []
        stores = document.cistern.stores()
        firsts = []
        for store in stores:
            firsts.append(len(self.tanks))
            near: int | None = None  # one that is shut off is passed by
            for tank in store:
                for copy in range(tank.count):
                    at = len(self.tanks)
                    self.tanks.append(tank)
                    self.names.append(tank.name if tank.count == 1 else f"{tank.name} {copy + 1}")
                    if tank.is_shut:
                        continue
                    if near is not None:
                        self._link(near, at, tank, shut_links)
                    near = at
        self.vessels: list[StormVessel] = []
        pump = document.cistern.transfer_l_day / SECONDS_PER_DAY if document.cistern.layout == "transfer" else 0.0
        for begin, end in zip(firsts, [*firsts[1:], len(self.tanks)], strict=True):
            last = end == len(self.tanks)
            joined = [at for at in range(begin, end) if not self.tanks[at].is_shut]
            invert = min(self.tanks[at].vessel().top_water_m for at in joined)
            lowest = [at for at in joined if self.tanks[at].vessel().top_water_m < invert + SAME_INVERT_M]
            onward = not last and document.cistern.layout in ("settling_first", "series")
            pipes = overflow_count(document)
            for at in range(begin, end):
                # The overflow pipes are shared out over the lowest tanks; one left without is closed up to its lid.
                place = lowest.index(at) if at in lowest else None
                own = 0 if place is None or onward else len(range(place, pipes, len(lowest)))
                self.vessels.append(
                    _vessel(
                        self.tanks[at],
                        start_share,
                        bank_invert_m=invert,
                        closed=place is not None and own == 0 and not onward,
                        overflows=own,
                        spills_to=end if onward and place == 0 else -1,
                        pump_l_s=pump if pumps and not last and at == joined[-1] else 0.0,
                    )
                )

    def _link(self, near: int, far: int, tank: Tank, shut_links: Sequence[int]) -> None:
        shut = len(self.links) in shut_links
        flow = link_flow_l_s(
            head_m=1.0, bore_mm=tank.link.bore_mm, length_m=tank.link.length_m,
            roughness_mm=tank.link.roughness_mm, fittings=tank.link.fittings_k,
        )  # fmt: skip
        self.links.append(StormLink(near, far, 0.0 if shut else flow))
        self.link_names.append((self.names[near], self.names[far]))

    def index_of(self, tank: Tank) -> int:
        return next(at for at, each in enumerate(self.tanks) if each.id == tank.id)


def _vessel(
    tank: Tank,
    start_share: float,
    *,
    bank_invert_m: float,
    closed: bool,
    overflows: int,
    spills_to: int,
    pump_l_s: float,
) -> StormVessel:
    vessel = tank.vessel()
    top = vessel.shape.height_m
    # An overflow that nobody measured has the room that its sizing counts on.
    neck = HEAD_IF_AT_LID_M if overflows and vessel.top_water_m >= vessel.floor_m + top - SAME_INVERT_M else 0.0
    depth = np.linspace(0, top + neck, CURVE_POINTS)
    volume = np.asarray(vessel.shape.volume_l(np.minimum(depth, top)), dtype=np.float64)
    if neck:
        slice_l = np.diff(np.asarray(vessel.shape.volume_l(np.array([top - neck / 10, top]))))
        under = float(slice_l[0]) / (neck / 10)
        volume += np.maximum(0.0, depth - top) * max(under, 1000 * NECK_M2)
    return StormVessel(
        volume_l=volume + np.arange(CURVE_POINTS) * 1e-6,  # rising even where a shape holds nothing
        level_m=vessel.floor_m + depth,
        overflow_invert_m=vessel.floor_m + top if closed else vessel.top_water_m,
        start_m=vessel.lowest_draw_m
        + start_share * max(0.0, min(vessel.top_water_m, bank_invert_m) - vessel.lowest_draw_m),
        overflows=overflows,
        spills_to=spills_to,
        pump_l_s=pump_l_s,
    )
