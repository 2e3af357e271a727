"""What screens and first flush take out of the water between the gutter and the tank."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.water_path.first_flush import Diverted, divert
from lean_year.plan.model.flush_chambers import Chamber, chambers
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


def take_losses(
    document: Property, by_roof: list[NDArray[np.float64]], days: int
) -> tuple[list[NDArray[np.float64]], Taken]:
    """Each roof's water behind screens and first flush, and what they took.

    A chamber that several roofs fill takes from each in proportion to what it brings that day.
    """
    lost = screen_losses(document)
    found = chambers(document)
    if not by_roof or not (found or any(lost.values())):
        return by_roof, Taken(np.zeros(days), [])
    reaches = {pipe.id: np.zeros(days) for pipe in document.downpipes}
    for roof, water in zip(document.roofs, by_roof, strict=True):
        if roof.on:
            for drain in roof.drains:
                reaches[drain.group] += water * drain.share
    screened = sum((water * lost[group] for group, water in reaches.items()), np.zeros(days))
    left = {group: np.full(days, 1 - lost[group]) for group in reaches}
    flushed = []
    for chamber in found:
        water = sum((reaches[group] * (1 - lost[group]) for group in chamber.groups), np.zeros(days))
        diverted = divert(
            water, chamber.diverter(document.first_flush.drain == "emitter"), rain_h=document.first_flush.rain_h
        )
        flushed.append((chamber, diverted))
        passed = np.maximum(0.0, 1 - np.divide(diverted.taken_l, water, out=np.zeros(days), where=water > 0))
        for group in chamber.groups:
            left[group] = left[group] * passed
    kept = [
        sum((water * drain.share * left[drain.group] for drain in roof.drains), np.zeros(days))
        for roof, water in zip(document.roofs, by_roof, strict=True)
    ]
    return kept, Taken(screened, flushed)
