"""What screens and first flush take out of the water between the gutter and the tank."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.water_path.first_flush import Diverted, divert
from lean_year.plan.model.flush_chambers import Chamber, chambers
from lean_year.plan.model.roof_surface import drained_share
from lean_year.property.document import Property


@dataclass(frozen=True, slots=True)
class Taken:
    """Losses on the way, over the record."""

    screened_l: NDArray[np.float64]
    """By all screens each day. [L]"""
    flushed: list[tuple[Chamber, Diverted]]

    @property
    def flushed_l(self) -> NDArray[np.float64]:
        """By all chambers each day. [L]"""
        return sum((diverted.taken_l for _, diverted in self.flushed), np.zeros_like(self.screened_l))


def screen_losses(document: Property) -> dict[str, float]:
    """Share of its water that the screens of each group of downpipes lose in any rain. [-]"""
    return {
        pipe.id: 1 - float(np.prod([1 - screen.value("loss_share") for screen in pipe.screens]))
        for pipe in document.downpipes
    }


def behind_screens(document: Property, by_roof: Sequence[NDArray[np.float64]]) -> dict[str, NDArray[np.float64]]:
    """What each group of downpipes brings behind its screens each day, before any first flush. [L]"""
    lost = screen_losses(document)
    arrives: dict[str, NDArray[np.float64]] = {}
    for roof, water in zip(document.roofs, by_roof, strict=True):
        if roof.on:
            for drain in roof.drains:
                share = water * (drain.share * (1 - lost[drain.group]))
                before = arrives.get(drain.group)
                arrives[drain.group] = share if before is None else before + share
    return arrives


def divert_first_flush(document: Property, arrives: dict[str, NDArray[np.float64]]) -> list[tuple[Chamber, Diverted]]:
    """Every chamber with what it takes out of the water that arrives by group."""
    steady = document.first_flush.drain == "emitter"
    flushed = []
    for chamber in chambers(document):
        water = np.add.reduce([arrives[group] for group in chamber.groups if group in arrives])
        flushed.append((chamber, divert(water, chamber.diverter(steady), rain_h=document.first_flush.rain_h)))
    return flushed


def take_losses(
    document: Property, by_roof: list[NDArray[np.float64]], days: int
) -> tuple[list[NDArray[np.float64]], Taken]:
    """Each roof's water behind screens and first flush, and what they took.

    A chamber that several roofs fill takes from each in proportion to what it brings that day.
    """
    lost = screen_losses(document)
    flushed = divert_first_flush(document, behind_screens(document, by_roof))
    screened = np.zeros(days)
    if not flushed and not any(lost.values()):
        shares = [drained_share(roof) for roof in document.roofs]
        kept = [water if share == 1 else water * share for water, share in zip(by_roof, shares, strict=True)]
        return kept, Taken(screened, flushed)
    passed = {group: diverted.passed_share for chamber, diverted in flushed for group in chamber.groups}
    kept = []
    for roof, water in zip(document.roofs, by_roof, strict=True):
        left = np.zeros(days)
        for drain in roof.drains:
            if roof.on and lost[drain.group] > 0:
                screened += water * (drain.share * lost[drain.group])
            behind = water * (drain.share * (1 - lost[drain.group]))
            if drain.group in passed:
                behind *= passed[drain.group]
            left += behind
        kept.append(left)
    return kept, Taken(screened, flushed)
