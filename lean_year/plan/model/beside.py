"""The supplies with which one shares water, made ready to be replayed together with it."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np

from lean_year.core.cistern.operation import BackUp, OperatedReplay
from lean_year.core.cistern.together import HandedOn, Move, OneOfSeveral, Together, operate_several
from lean_year.plan.model.demand import demand_of
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True, eq=False)
class Beside:
    """What is beside a supply. Compared by identity, as it is held between plans."""

    ids: tuple[str, ...]
    """Of all of them, this supply first."""
    others: tuple[OneOfSeveral, ...]
    moves: tuple[Move, ...]
    handed_on: tuple[HandedOn, ...]

    @property
    def on_rain_alone(self) -> "Beside":
        """The same without the back-up of any of them."""
        if all(each.operation.back_up == BackUp() for each in self.others):
            return self
        others = tuple(replace(each, operation=replace(each.operation, back_up=BackUp())) for each in self.others)
        return replace(self, others=others)

    def begun_with(self, start_share: float) -> "Beside":
        """The same, each begun with a share of its live volume."""
        return replace(self, others=tuple(replace(each, start_share=start_share) for each in self.others))

    def together(self, own: OneOfSeveral, days: slice | None = None) -> Together:
        """All of them through the record, or through a span of it."""
        all_of_them = [own, *self.others]
        if days is None:
            return operate_several(all_of_them, self.moves, self.handed_on)
        return operate_several(
            [each.within(days) for each in all_of_them],
            self.moves,
            [HandedOn(on.source, on.to, np.ascontiguousarray(on.share[:, days])) for on in self.handed_on],
        )

    def run(self, own: OneOfSeveral, days: slice | None = None) -> OperatedReplay:
        """This supply among them."""
        return self.together(own, days).runs[0]


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
    return Beside(tuple(row), tuple(others), moves, tuple(handed))
