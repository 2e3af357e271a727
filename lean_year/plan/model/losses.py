"""What screens and first flush take out of the water between the gutter and the tank."""

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from lean_year.core.calendar import in_season
from lean_year.core.water_path.first_flush import Diverted, divert
from lean_year.plan.model.flush_chambers import Chamber, chambers
from lean_year.plan.model.levels import tank_of
from lean_year.plan.model.roof_surface import drained_share
from lean_year.plan.model.screens_met import screens_met
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
    """Share of the water of each group of downpipes that the screens it meets lose in any rain. [-]"""
    return {
        pipe.id: 1 - float(np.prod([1 - screen.value("loss_share") for screen in screens_met(document, pipe)]))
        for pipe in document.downpipes
    }


def past_the_tank(document: Property, dates: NDArray[np.datetime64]) -> dict[str, NDArray[np.bool_]]:
    """The days on which the water of a group of downpipes goes past the tank, or finds it out of use or shut off;
    only of groups that have such days."""
    store = document.cistern.out_of_use
    seasons = {
        pipe.id: [each for each in (store, pipe.out_of_use) if each is not None] for pipe in document.downpipes
    }
    past = {
        group: np.logical_or.reduce([in_season(dates, *each.days) for each in some])
        for group, some in seasons.items()
        if some
    }
    return past | dict.fromkeys(into_shut_tanks(document), np.ones(dates.shape, dtype=np.bool_))


def into_shut_tanks(document: Property) -> list[str]:
    """Groups of downpipes whose tank is shut off from the others: once it is full, their water runs over it."""
    if not any(tank.is_shut for tank in document.cistern.built()):
        return []
    return [pipe.id for pipe in document.downpipes if tank_of(document, pipe.id).is_shut]


def behind_screens(
    document: Property, by_roof: Sequence[NDArray[np.float64]], dates: NDArray[np.datetime64]
) -> dict[str, NDArray[np.float64]]:
    """What each group of downpipes brings behind its screens each day, before any first flush. [L]"""
    lost, past = screen_losses(document), past_the_tank(document, dates)
    arrives: dict[str, NDArray[np.float64]] = {}
    for roof, water in zip(document.roofs, by_roof, strict=True):
        if roof.on:
            for drain in roof.drains:
                share = water * (drain.share * (1 - lost[drain.group]))
                before = arrives.get(drain.group)
                arrives[drain.group] = share if before is None else before + share
    for group in past.keys() & arrives.keys():
        arrives[group] = np.where(past[group], 0.0, arrives[group])
    return arrives


def divert_first_flush(
    document: Property, arrives: dict[str, NDArray[np.float64]], dates: NDArray[np.datetime64]
) -> list[tuple[Chamber, Diverted]]:
    """Every chamber with what it takes out of the water that arrives by group."""
    entered = document.first_flush
    shut = None if entered.out_of_use is None else in_season(dates, *entered.out_of_use.days)
    flushed = []
    for chamber in chambers(document):
        water = np.add.reduce([arrives[group] for group in chamber.groups if group in arrives])
        diverted = divert(water, chamber.diverter(entered.drain == "emitter"), rain_h=entered.rain_h)
        flushed.append((chamber, diverted if shut is None else diverted.shut_on(shut)))
    return flushed


def take_losses(
    document: Property, by_roof: list[NDArray[np.float64]], dates: NDArray[np.datetime64]
) -> tuple[list[NDArray[np.float64]], Taken]:
    """Each roof's water behind screens and first flush, and what they took.

    A chamber that several roofs fill takes from each in proportion to what it brings that day.
    """
    lost, past = screen_losses(document), past_the_tank(document, dates)
    flushed = divert_first_flush(document, behind_screens(document, by_roof, dates), dates)
    screened = np.zeros(dates.size)
    if not flushed and not past and not any(lost.values()):
        shares = [drained_share(roof) for roof in document.roofs]
        kept = [water if share == 1 else water * share for water, share in zip(by_roof, shares, strict=True)]
        return kept, Taken(screened, flushed)
    passed = {group: diverted.passed_share for chamber, diverted in flushed for group in chamber.groups}
    kept = []
    for roof, water in zip(document.roofs, by_roof, strict=True):
        left = np.zeros(dates.size)
        for drain in roof.drains:
            if roof.on and lost[drain.group] > 0:
                screened += water * (drain.share * lost[drain.group])
            behind = water * (drain.share * (1 - lost[drain.group]))
            if drain.group in passed:
                behind *= passed[drain.group]
            if drain.group in past:
                behind[past[drain.group]] = 0.0
            left += behind
        kept.append(left)
    return kept, Taken(screened, flushed)
