"""Treatment: what the water passes on its way to each use, what that takes off, costs and leaves uncovered."""

from pydantic import BaseModel

from lean_year.core.household.uses import Quality
from lean_year.core.treatment import ultraviolet
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.figure import Figure, Finding
from lean_year.plan.answer.notes import BuildNote
from lean_year.plan.answer.wording import Wording, several
from lean_year.plan.model.levels import by_heights_alone
from lean_year.plan.model.pressure_side import LIFT_READS
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.model.train import (
    LABELS,
    drops,
    is_cartridge,
    life_months_of,
    peak_l_s,
    served,
    stage_name,
    stage_peaks_l_s,
    through_lamp_l_s,
    uv_dose_mj_cm2,
    well_uvt_percent,
)
from lean_year.plan.stations.treatment.choices import choices
from lean_year.plan.stations.treatment.disinfection_methods import TARGETS, DisinfectionMethod, disinfection_methods
from lean_year.plan.stations.treatment.dosing import balance_figures
from lean_year.plan.stations.treatment.figures import dose_figure, dose_today_figure, train_figures
from lean_year.plan.stations.treatment.findings import treatment_findings
from lean_year.plan.stations.treatment.housings import HousingOffered, housings_offered
from lean_year.plan.stations.treatment.least_train import Pretreatment, lacking, pretreatment, stages_for
from lean_year.plan.stations.treatment.needs import treatment_needs
from lean_year.plan.stations.treatment.notes import treatment_notes
from lean_year.plan.stations.treatment.plant_room import PlantRoom, plant_room
from lean_year.plan.stations.treatment.stage_plan import StagePlan
from lean_year.plan.stations.treatment.water_tests import WaterTests, water_tests
from lean_year.plan.stations.treatment.work import treatment_work
from lean_year.property.document import Property
from lean_year.property.treatment import TreatmentStage

USE_NAMES: dict[Quality, str] = {
    "garden": "Garden and washing outdoors",
    "indoor": "Toilets and laundry",
    "drinking": "Drinking, kitchen and shower",
}
TAKES = {
    "strainer": "grit, before the pump",
    "sediment": "particles",
    "carbon": "taste, smell and chlorine",
    "uv": "living germs, where the light reaches",
    "calcite": "acid: it gives hardness back",
    "tap_filter": "particles, at one tap only",
}
UNTREATED = "Untreated rainwater is not safe to drink. Tests tell, not looks."
TREATED = [
    "Lamps and dosing pumps are mains electricity beside water: a licensed electrician, with a residual-current "
    "device.",
    "UV light burns eyes and skin: power off before the chamber is opened. Lamps hold mercury.",
    "Bleach: plain, never scented or thickened, never with acid or other cleaners; gloves and goggles.",
]
"""Where water is treated for people, or could be."""
NEVER_MEET = "Rain and mains never meet: an air gap or the device that local code asks for, by a licensed plumber."


class BranchPlan(BaseModel):
    """What the water of one use passes."""

    use: Quality
    name: str
    stages: int
    """How many of the train's."""
    passes: str
    lacks: str
    """What the least train for the use has besides; empty where nothing is missing."""
    served: bool
    """Whether rain serves such a use at all."""


class DosePoint(BaseModel):
    flow_l_s: float
    dose_mj_cm2: float


class LogDose(BaseModel):
    log: float
    mj_cm2: dict[str, float]


class TreatmentPlan(BaseModel):
    figures: dict[str, Figure]
    stages: list[StagePlan]
    branches: list[BranchPlan]
    uv_curve: list[DosePoint]
    """Dose over flow with the lamp as it is; empty without a lamp."""
    credits: dict[str, float]
    """log10 of each target that the lamp takes at the peak."""
    log_doses: list[LogDose]
    """Dose that each half log takes."""
    housings: list[HousingOffered]
    """The same train in housings of every size."""
    methods: list[DisinfectionMethod]
    """Empty where rain is not drunk."""
    plant_room: PlantRoom
    notes: list[BuildNote]
    water: WaterTests | None
    """None where rain is not drunk."""
    findings: list[Finding]
    cautions: list[str]


def plan_treatment(document: Property, use_m3_year: dict[Quality, float], say: Wording) -> TreatmentPlan:
    """The treatment stage; `use_m3_year` is what rain gives to each use in a mean year.

    The train is held as the pump is; what is measured out for the water in the tank is worked out each time.
    """
    train = _plan_train(document, use_m3_year, pretreatment(document), say)
    drunk = train.branches[-1].served
    return train.model_copy(
        update={
            "figures": train.figures | balance_figures(document, use_m3_year, say),
            "water": water_tests(document, say) if drunk else None,
        }
    )


@cached_by_parts(
    16,
    *LIFT_READS,
    "household.residents",
    "household.guests",
    "household.periods",
    "household.uses",
    "household.irrigation",
    "household.garden_l_month",
    narrowed=by_heights_alone,
)
def _plan_train(
    document: Property, use_m3_year: dict[Quality, float], before: Pretreatment, say: Wording
) -> TreatmentPlan:
    entered, peak = document.treatment, peak_l_s(document)
    rows = _stages(document, peak, use_m3_year)
    passes = through_lamp_l_s(document)
    through = passes or 0.0
    dose = None if passes is None else uv_dose_mj_cm2(document, through)
    drunk = served(document)["drinking"]
    branches = [_branch(document, use, before, say) for use in USE_NAMES]
    figures = train_figures(document, rows, peak, say)
    if dose is not None:
        figures["dose_mj_cm2"] = dose_figure(document, dose, through, say)
        figures["dose_today_mj_cm2"] = dose_today_figure(document, through, say)
        if entered.second_source == "well":
            figures["second_dose_mj_cm2"] = _second_source(document, through, say)
    return TreatmentPlan(
        figures=figures,
        stages=rows,
        branches=branches,
        uv_curve=_uv_curve(document, through) if dose is not None else [],
        credits={target: ultraviolet.log_credit(min(dose, 10_000.0), target) for target in TARGETS}
        if dose is not None
        else {},
        log_doses=_LOG_DOSES if dose is not None else [],
        housings=housings_offered(document, use_m3_year),
        methods=disinfection_methods(document, say) if drunk else [],
        plant_room=plant_room(document),
        notes=treatment_notes(document),
        water=None,
        findings=treatment_findings(document, through, dose, served(document), say),
        cautions=[UNTREATED, *(TREATED if _for_people(document) else []), NEVER_MEET],
    )


def _for_people(document: Property) -> bool:
    """Whether rain is used indoors, or is treated as if it were."""
    uses = served(document)
    by_lamp = any(stage.kind == "uv" for stage in document.treatment.stages)
    return uses["drinking"] or uses["indoor"] or by_lamp or document.treatment.chlorine.on


def _stages(document: Property, peak: float, use_m3_year: dict[Quality, float]) -> list[StagePlan]:
    rows: list[StagePlan] = []
    clean_sum = dirty_sum = 0.0
    laws, passing = drops(document), stage_peaks_l_s(document)
    for number, stage in enumerate(document.treatment.stages):
        clean, dirty = (laws[number].kpa(peak, dirty=each) for each in (False, True))
        clean_sum, dirty_sum = clean_sum + clean, dirty_sum + dirty
        life = life_months_of(document, number, use_m3_year)
        rows.append(
            StagePlan(
                name=stage_name(stage),
                kind=stage.kind,
                flow_l_s=passing[number],
                clean_kpa=clean,
                dirty_kpa=dirty,
                after_clean_kpa=clean_sum,
                after_dirty_kpa=dirty_sum,
                life_months=life,
                cost_year=stage.cost_each * stage.side_by_side * 12 / life if life else None,
                takes=TAKES[stage.kind],
            )
        )
    return rows


def _branch(document: Property, use: Quality, before: Pretreatment, say: Wording) -> BranchPlan:
    stages = stages_for(document, use)
    return BranchPlan(
        use=use,
        name=USE_NAMES[use],
        stages=len(stages),
        passes=", ".join(_in_short(stage, say) for stage in stages) or "nothing",
        lacks=", ".join(lacking(document, use, before, say)),
        served=served(document)[use],
    )


def _in_short(stage: TreatmentStage, say: Wording) -> str:
    fine = is_cartridge(stage) or stage.kind == "strainer"
    return LABELS[stage.kind].lower().replace("uv", "UV") + (f" {say.micron(stage.micron)}" if fine else "")


def _uv_curve(document: Property, peak: float) -> list[DosePoint]:
    most = max(peak, document.treatment.uv.rated_flow_l_s) * 1.5
    flows = [most * (step + 2) / 26 for step in range(25)]
    return [DosePoint(flow_l_s=flow, dose_mj_cm2=uv_dose_mj_cm2(document, flow)) for flow in flows]


_LOG_DOSES = [
    LogDose(log=log, mj_cm2={target: doses[row] for target, doses in ultraviolet.DOSE_MJ_CM2.items()})
    for row, log in enumerate(ultraviolet.LOG_STEPS)
]


def _second_source(document: Property, through: float, say: Wording) -> Figure:
    counted = well_uvt_percent(document)
    known = "design" if document.treatment.second_uvt_percent is None else "measured"
    return Figure(
        value=uv_dose_mj_cm2(document, through, uvt_percent=counted),
        unit="mJ/cm2",
        label="UV dose at the peak, on the well",
        basis="derived",
        source="Beer and Lambert; lamp and sleeve from memory",
        formula="as for the rain, with the well's own transmittance",
        working=f"{say.flow(through)}, UVT {counted:g} % ({known})",
        moves="Wells carry iron, manganese and tannin: test for them before the lamp is chosen.",
    )


def _headline(model: PropertyModel, plan: TreatmentPlan) -> str:
    if not plan.stages:
        return "nothing chosen"
    taken = model.say.pressure(plan.figures["dirty_kpa"].value or 0.0)
    return f"{several(len(plan.stages), 'stage')}, {taken}"


def _bleach_ml(plan: TreatmentPlan) -> float | None:
    """For one dose of the tank; None where none is dosed."""
    return plan.figures["bleach_ml"].value if "bleach_ml" in plan.figures else None


STATION = Station(
    key="treatment",
    name="Treatment",
    job_step=9,
    entries=("/treatment",),
    answer=TreatmentPlan,
    plan=lambda model: plan_treatment(model.document, model.rain_use_m3_year, model.say),
    headline=_headline,
    choices=choices,
    undecided=lambda model, _plan: not model.document.treatment.stages,
    needs=lambda model, plan: treatment_needs(
        model.document, [stage.life_months for stage in plan.stages], _bleach_ml(plan), model.say
    ),
    work=lambda model, plan: treatment_work(
        model.document,
        sum(stage.clean_kpa for stage in plan.stages if stage.kind != "uv"),
        plan.branches[-1].served,
        model.say,
    ),
)
