"""The treatment train in figures: what each stage takes, removes and costs, and what the lamp gives."""

import math
from dataclasses import dataclass

from lean_year.core.household.uses import Quality
from lean_year.core.pump.hand_pump import hand_flow_l_s
from lean_year.core.pump.peak_flow import FIXTURES, open_at_once_l_s, peak_flow_l_s
from lean_year.core.treatment import ultraviolet
from lean_year.core.treatment.cartridges import (
    CALCITE_KPA,
    CARBON_MONTHS,
    CARTRIDGES,
    DIRTY_RISE_KPA,
    GROWS_WITH,
    REFERENCE_L_S,
    SEDIMENT_MONTHS,
    STRAINER_KPA,
    TAP_FILTER_KPA,
    CartridgeSize,
    clean_drop_kpa,
    life_months,
)
from lean_year.core.treatment.ultraviolet import DESIGN_UVT_PERCENT
from lean_year.core.units import DAYS_PER_YEAR
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

USE_OF: dict[str, Quality] = {
    "toilet": "indoor",
    "washing_machine": "indoor",
    "laundry_sink": "indoor",
    "garden_tap": "garden",
    "basin": "drinking",
    "shower": "drinking",
    "bath": "drinking",
    "kitchen_sink": "drinking",
    "dishwasher": "drinking",
}
LABELS = {
    "strainer": "Strainer",
    "sediment": "Sediment",
    "carbon": "Carbon block",
    "uv": "UV lamp",
    "calcite": "Calcite contactor",
    "tap_filter": "Filter at the kitchen tap",
}


def served(document: Property) -> dict[Quality, bool]:
    """Which uses rain serves."""
    household = document.household
    if household.uses is None:
        return {"garden": household.waters, "indoor": household.anybody, "drinking": household.drinks}
    of = {use.quality for use in household.uses if use.from_rain}
    return {"garden": household.waters or "garden" in of, "indoor": "indoor" in of, "drinking": household.drinks}


def fixture_units(document: Property, *uses: Quality) -> float:
    """Fixture units of what can be open, of some uses or of all. [-]"""
    return sum(FIXTURES[name].units * count for name, count in _counts(document, uses).items())


def _counts(document: Property, uses: tuple[Quality, ...]) -> dict[str, int]:
    counts = document.pump.fixtures.counts()
    return {name: count for name, count in counts.items() if not uses or USE_OF[name] in uses}


def house_peak_l_s(document: Property, *uses: Quality) -> float:
    """Peak flow of the fixtures of some uses, or of all, by the method that was chosen. [L/s]"""
    entered = document.pump
    if entered.flow_by == "at_once":
        return open_at_once_l_s(_counts(document, uses), entered.at_once)
    units = fixture_units(document, *uses)
    return peak_flow_l_s(min(100.0, max(1.0, units))) if units > 0 else 0.0


def peak_l_s(document: Property) -> float:
    """What the pump must give at once: the fixtures, and the largest zone of the garden; what a hand gives. [L/s]"""
    if document.pump.feed == "hand":
        hand = document.pump.hand_pump
        return hand_flow_l_s(stroke_l=hand.stroke_l, strokes_per_minute=hand.strokes_per_minute)
    return house_peak_l_s(document) + document.pump.irrigation_l_s


def stage_peaks_l_s(document: Property) -> list[float]:
    """What of it passes each stage of the train: less where some uses have left. [L/s]"""
    train, zone = document.treatment, document.pump.irrigation_l_s
    if document.pump.feed == "hand":
        return [peak_l_s(document)] * len(train.stages)
    before = {
        (True, True): peak_l_s(document),
        (True, False): house_peak_l_s(document, "garden", "drinking") + zone,
        (False, True): house_peak_l_s(document, "indoor", "drinking"),
        (False, False): house_peak_l_s(document, "drinking"),
    }
    return [before[number < train.garden_after, number < train.indoor_after] for number in range(len(train.stages))]


def is_cartridge(stage: TreatmentStage) -> bool:
    """Whether it is a cartridge in a housing."""
    return stage.kind in ("sediment", "carbon")


def drawn_through_lamp_l_s(document: Property) -> float | None:
    """What the taps behind the lamp draw at the peak, were there no limiter; None without a lamp. [L/s]"""
    number = lamp_number(document)
    return None if number is None else stage_peaks_l_s(document)[number]


def through_lamp_l_s(document: Property) -> float | None:
    """What passes the lamp at the peak: no more than its limiter lets through; None without a lamp. [L/s]"""
    drawn, uv = drawn_through_lamp_l_s(document), document.treatment.uv
    return drawn if drawn is None or not uv.flow_limiter else min(drawn, uv.rated_flow_l_s)


def stage_name(stage: TreatmentStage) -> str:
    """Its kind, size and rating."""
    label = LABELS[stage.kind]
    if is_cartridge(stage):
        count = f"{stage.side_by_side} × " if stage.side_by_side > 1 else ""
        return f"{label}, {count}{CARTRIDGES[stage.size].label}"
    return label


@dataclass(frozen=True, slots=True)
class Drop:
    """What a stage takes while the pump gives a flow: `factor x Q^power`, and what has settled on it when it is due.

    What leaves the train before the stage does not pass it: its share of the flow is that of the peak.
    """

    factor: float
    power: float
    settled_kpa: float
    """At the peak, less of it at less flow: the rise is read across all cartridges."""
    peak_l_s: float

    def kpa(self, flow_l_s: float, *, dirty: bool) -> float:
        """Pressure taken, new or when it is due for a change. [kPa]"""
        settled = self.settled_kpa * min(1.0, flow_l_s / self.peak_l_s) if dirty else 0.0
        return float(self.factor * flow_l_s**self.power) + settled


def drops(document: Property) -> list[Drop]:
    """Every stage of the train."""
    stages, peak = document.treatment.stages, max(peak_l_s(document), 1e-6)
    cartridges = sum(is_cartridge(stage) for stage in stages)
    rise = DIRTY_RISE_KPA / max(1, cartridges)
    return [
        _drop(document, stage, passing / peak, peak, rise)
        for stage, passing in zip(stages, stage_peaks_l_s(document), strict=True)
    ]


def _drop(document: Property, stage: TreatmentStage, share: float, peak: float, rise: float) -> Drop:
    if stage.kind == "uv":
        uv = document.treatment.uv
        return Drop(uv.drop_kpa * (share / uv.rated_flow_l_s) ** 2, 2.0, 0.0, peak)
    if stage.kind == "sediment" or stage.kind == "carbon":
        usual = clean_drop_kpa(kind=stage.kind, size=stage.size, flow_l_s=REFERENCE_L_S)
        settled = rise
    else:
        usual = {"strainer": STRAINER_KPA, "calcite": CALCITE_KPA, "tap_filter": TAP_FILTER_KPA}[stage.kind]
        settled = 0.0
    clean, at_l_s = usual, REFERENCE_L_S
    if stage.clean_kpa is not None:
        clean, at_l_s = stage.clean_kpa, stage.clean_flow_l_s or REFERENCE_L_S
    return Drop(float(clean * (share / stage.side_by_side / at_l_s) ** GROWS_WITH), GROWS_WITH, settled, peak)


def lamp_number(document: Property) -> int | None:
    """Where the lamp stands in the train, from 0; None without one."""
    return next((number for number, stage in enumerate(document.treatment.stages) if stage.kind == "uv"), None)


def stages_before(document: Property, use: Quality) -> int:
    """How many stages the water of a use passes."""
    train = document.treatment
    return {"garden": train.garden_after, "indoor": train.indoor_after, "drinking": len(train.stages)}[use]


def through_m3_year(document: Property, number: int, use_m3_year: dict[Quality, float]) -> float:
    """Water that passes a stage in a year. [m3]"""
    return sum(m3 for use, m3 in use_m3_year.items() if stages_before(document, use) > number)


def life_months_of(document: Property, number: int, use_m3_year: dict[Quality, float]) -> float | None:
    """Until a stage is due, by the water that passes it: the lamp by its rated hours, carbon once a year at the
    latest, sediment once in three. None where it does not wear. [months]"""
    stage = document.treatment.stages[number]
    if stage.kind == "uv":
        return ultraviolet.RATED_LIFE_H / 24 / DAYS_PER_YEAR * 12
    if not is_cartridge(stage):
        return None
    if stage.life_months is not None:
        return min(stage.life_months, CARBON_MONTHS if stage.kind == "carbon" else SEDIMENT_MONTHS)
    return life_by_water_months(document, number, use_m3_year)


def life_by_water_months(document: Property, number: int, use_m3_year: dict[Quality, float]) -> float:
    """Of a cartridge, by the water that passes it, whatever this house's own showed. [months]"""
    stage = document.treatment.stages[number]
    through = through_m3_year(document, number, use_m3_year)
    life = life_months(size=stage.size, use_m3_year=min(1e6, max(through, 0.1)), side_by_side=stage.side_by_side)
    return min(life, CARBON_MONTHS if stage.kind == "carbon" else SEDIMENT_MONTHS)


def first_life_months(document: Property, use_m3_year: dict[Quality, float]) -> float | None:
    """Until the first sediment cartridge is due; None without one. [months]"""
    numbers = [number for number, stage in enumerate(document.treatment.stages) if stage.kind == "sediment"]
    lives = [life_months_of(document, number, use_m3_year) for number in numbers]
    return min((life for life in lives if life is not None), default=None)


def well_uvt_percent(document: Property) -> float:
    """Transmittance of the well's water, measured or counted on. [%]"""
    measured = document.treatment.second_uvt_percent
    return DESIGN_UVT_PERCENT if measured is None else measured


def uv_dose_mj_cm2(document: Property, flow_l_s: float, *, uvt_percent: float | None = None) -> float:
    """Dose at a flow at the end of the lamp's rated life, or as old as it is where that is more, with a sleeve before
    it is cleaned; the rain's own transmittance where none is named. [mJ/cm2]"""
    hours = max(document.treatment.uv.lamp_h, ultraviolet.RATED_LIFE_H)
    return _dose_by_hours_mj_cm2(document, flow_l_s, hours, uvt_percent)


def uv_dose_today_mj_cm2(document: Property, flow_l_s: float) -> float:
    """Dose at a flow today: by the sensor's reading, which sees water, lamp and sleeve at once; without one by the
    hours that the lamp has burnt. [mJ/cm2]"""
    uv = document.treatment.uv
    if uv.read_share is not None:
        return _dose_mj_cm2(document, flow_l_s, uvt_percent=uv.rated_uvt_percent, lamp=uv.read_share, sleeve=1.0)
    return _dose_by_hours_mj_cm2(document, flow_l_s, uv.lamp_h, None)


def _dose_by_hours_mj_cm2(document: Property, flow_l_s: float, hours: float, uvt_percent: float | None) -> float:
    clear = document.treatment.uv.uvt_percent if uvt_percent is None else uvt_percent
    return _dose_mj_cm2(
        document,
        flow_l_s,
        uvt_percent=DESIGN_UVT_PERCENT if clear is None else clear,
        lamp=ultraviolet.lamp_share(hours),
        sleeve=ultraviolet.FOULED_SLEEVE_SHARE,
    )


def _dose_mj_cm2(document: Property, flow_l_s: float, *, uvt_percent: float, lamp: float, sleeve: float) -> float:
    uv = document.treatment.uv
    return ultraviolet.dose_mj_cm2(
        rated_mj_cm2=uv.rated_mj_cm2,
        rated_flow_l_s=uv.rated_flow_l_s,
        rated_uvt_percent=uv.rated_uvt_percent,
        flow_l_s=min(100.0, max(flow_l_s, 1e-3)),
        uvt_percent=uvt_percent,
        depth_cm=uv.depth_cm,
        lamp=lamp,
        sleeve=sleeve,
    )


def lamp_wanted_l_s(document: Property) -> float | None:
    """The flow that a lamp of this kind must be rated for to give a drinking supply's dose to all that the taps draw,
    at the end of its life; None without a lamp, or where none is large enough. [L/s]"""
    drawn, uv = drawn_through_lamp_l_s(document), document.treatment.uv
    if drawn is None:
        return None
    # A limiter lets through what the larger lamp is rated for: only one for all that the taps draw is enough.
    short = ultraviolet.DRINKING_MJ_CM2 / max(uv_dose_mj_cm2(document, drawn), 1e-9)
    wanted = math.ceil(uv.rated_flow_l_s * short * 100) / 100
    return wanted if wanted <= 100 else None


def in_housings(document: Property, size: CartridgeSize) -> Property:
    """The same with every cartridge in a housing of one size."""
    stages = [
        stage.model_copy(update={"size": size}) if is_cartridge(stage) else stage
        for stage in document.treatment.stages
    ]
    return document.model_copy(update={"treatment": document.treatment.model_copy(update={"stages": stages})})


def in_concrete(document: Property) -> bool:
    """Whether water stands in a tank that is cast."""
    return any(tank.shape.is_cast for tank in document.cistern.built())
