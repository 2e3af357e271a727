"""The design beside other methods of sizing, other ways to more water, and worse weather: asked for by the sheets
that show it, since nothing else in the plan rests on it."""

from dataclasses import replace

import numpy as np
from pydantic import BaseModel

from lean_year.plan.model.harvest import Catch
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.roof_surface import roof_area_m2
from lean_year.plan.model.supply import Supply, replay_of
from lean_year.plan.stations.cistern.marginal_cost import Option, options_for_more, probe_of
from lean_year.plan.stations.cistern.sizing_methods import SizingMethod, sizing_methods_compared
from lean_year.plan.stations.cistern.stage import CisternPlan
from lean_year.plan.stations.cistern.stress import StressTest, stress_tests


class CisternComparisons(BaseModel):
    """What the cistern is compared with; nothing where there is no rain to replay."""

    methods: list[SizingMethod] = []
    options: list[Option] = []
    probe_l: float = 0.0
    """The tank at which the options are compared."""
    stress: list[StressTest] = []
    years_carried_without: list[int | None] = []
    """Years that rain alone would carry without each roof, in the order of the document; None for one that is off."""


def cistern_comparisons(model: PropertyModel, plan: CisternPlan | None) -> CisternComparisons:
    """All comparisons of a design, of which `plan` is the cistern's."""
    if plan is None or model.supply is None or model.replay is None or model.catch is None:
        return CisternComparisons()
    document, supply, rain = model.document, model.supply, model.supply.rain
    alone = supply.on_rain_alone
    run = replay_of(alone)
    lean = slice(int(rain.years.starts[plan.lean_year]), int(rain.years.ends[plan.lean_year]))
    for_aim_l = plan.figures["smallest_for_aim_l"].value
    at_aim = None if for_aim_l is None or plan.first_filling else alone.run(for_aim_l)
    probe = probe_of(supply, np.array(plan.curve.tank_l), np.array(plan.curve.lean_year_missed_l), lean)
    return CisternComparisons(
        methods=sizing_methods_compared(
            alone, run, at_aim, for_aim_l, plan.lean_year, roof_area_m2(document), model.say
        ),
        options=options_for_more(document, alone, probe, lean, model.say),
        probe_l=probe.tank_l,
        stress=stress_tests(document, alone, run, model.catch),
        years_carried_without=[
            _years_carried_without(row, model.catch, alone) if roof.on else None
            for row, roof in enumerate(document.roofs)
        ],
    )


def _years_carried_without(row: int, catch: Catch, alone: Supply) -> int:
    # Subtraction can leave a hair below zero where this is the only roof.
    left = (alone.inflow_l - catch.kept_by_roof[row]).clip(min=0)
    return replace(alone, inflow_l=left).years_carried()
