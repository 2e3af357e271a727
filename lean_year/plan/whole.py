"""The whole plan in one call."""

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal

from pydantic import BaseModel, create_model

from lean_year.core.build.asked import Work
from lean_year.core.cistern.operation import OperatedReplay
from lean_year.core.parts.need import Needs
from lean_year.plan.answer.figure import SEVERITIES, Finding, StationKey
from lean_year.plan.answer.marks import marked
from lean_year.plan.model.assumed import assumed_by_station
from lean_year.plan.model.book_prices import NO_PRICES, BookPrices, priced_by_book
from lean_year.plan.model.input_marks import marks_of_inputs
from lean_year.plan.model.parts_list import PartLine
from lean_year.plan.model.prepared_rain import PreparedRain
from lean_year.plan.model.property_model import PropertyModel
from lean_year.plan.model.station import Station
from lean_year.plan.model.supply import carried_in_records_like_it
from lean_year.plan.registry import FALL
from lean_year.plan.stations.cistern.comparisons import CisternComparisons, cistern_comparisons
from lean_year.plan.stations.cistern.stage import STATION as CISTERN
from lean_year.plan.stations.price.stage import STATION as PRICE
from lean_year.plan.supplies import SuppliesTogether, supplies_together
from lean_year.plan.verdict import NO_RAIN, Verdict, verdict, warned
from lean_year.property.document import Property
from lean_year.property.entries import NOTHING_WRITTEN, SiteRecord
from lean_year.property.front import alone

Status = Literal["settled", "decide", "caution", "fails"]


class StationSummary(BaseModel):
    """A station in the fall: its one figure and its status."""

    stage: StationKey
    name: str
    job_step: int
    """Where it comes in the order of the job."""
    headline: str
    status: Status
    assumed: list[str] = []
    """JSON pointers of the values at it that nobody has entered or confirmed."""


class WholePlan(BaseModel):
    """What every plan has. `plan_type` adds the answer of each station under its key."""

    verdict: str
    verdict_parts: Verdict
    stations: list[StationSummary]
    """In the order the water takes."""
    tank_l: float
    """Water in the tanks of the planned phase, floor to overflow."""
    findings: list[Finding]
    """The worst first, each severity in the order of the job."""
    together: SuppliesTogether | None = None
    """The supplies of the property beside one another; None where it has one."""

    @property
    def parts(self) -> list[PartLine]:
        """What is bought: read on its own, since no other sheet than that of the parts shows it."""
        price = PRICE.of(self)
        return [] if price is None else price.lines


@cache
def plan_type(stations: tuple[Station[Any], ...]) -> type[WholePlan]:
    """The whole plan with a field for each station; None where it has nothing to work on."""
    fields: dict[str, Any] = {
        station.key: (station.answer | None, None) if station.needs_rain else (station.answer, ...)
        for station in stations
    }
    return create_model("WholePlan", __base__=WholePlan, __doc__=plan_type.__doc__, **fields)


@dataclass(frozen=True, slots=True)
class Planned:
    """The plan, with the daily replay behind it for whoever draws it."""

    plan: WholePlan
    replay: OperatedReplay | None
    asked: tuple[tuple[StationKey, Needs], ...]
    """What each station asks to be bought."""
    works: tuple[tuple[StationKey, Work], ...]
    """And to be done."""


def plan_property(
    document: Property,
    rain: PreparedRain | None,
    stations: Sequence[Station[Any]] = FALL,
    *,
    prices: BookPrices = NO_PRICES,
    record: SiteRecord = NOTHING_WRITTEN,
) -> Planned:
    """Work out everything for a document and its rain.

    Parameters
    ----------
    document : Property
    rain : PreparedRain or None
        None where the property has no record yet; the stations that need rain then have no answer.
    stations : sequence, optional
        The registry, or others.
    prices : BookPrices, optional
        The firm's book, in the currency of the document.
    record : SiteRecord, optional
        What was written down on the site.

    Returns
    -------
    Planned
    """
    together = supplies_together(document, rain)
    model = model_of(document, rain, prices, record)
    document = model.document
    marks = marks_of_inputs(document, rain)
    answered_here = [station for station in stations if rain is not None or not station.needs_rain]
    answers = {each.key: marked(each.plan(model), marks) for each in answered_here if not each.closes}
    model.asked = tuple((each.key, each.needs(model, answers.get(each.key))) for each in stations if not each.closes)
    model.works = tuple((each.key, each.work(model, answers.get(each.key))) for each in stations if not each.closes)
    answers |= {each.key: marked(each.plan(model), marks) for each in answered_here if each.closes}
    in_job_order = sorted(stations, key=lambda station: station.job_step)
    answered = [answers[station.key] for station in in_job_order if station.key in answers]
    found = [finding for answer in answered for finding in answer.findings]
    found.sort(key=lambda finding: SEVERITIES.index(finding.severity))
    names = {station.key: station.name for station in in_job_order}
    assumed = assumed_by_station(stations, document.assumed)
    words = warned(_verdict(model, answers.get(CISTERN.key)), found, names)
    plan = plan_type(tuple(stations))(
        verdict=words.text,
        verdict_parts=words,
        stations=[_summary(station, model, answers, found, assumed.get(station.key, [])) for station in stations],
        tank_l=document.cistern.gross_l,
        findings=found,
        together=together,
        **answers,
    )
    return Planned(plan, model.replay, model.asked, model.works)


def model_of(
    document: Property,
    rain: PreparedRain | None,
    prices: BookPrices = NO_PRICES,
    record: SiteRecord = NOTHING_WRITTEN,
) -> PropertyModel:
    """What all stations share of a document: its front supply, priced by the firm's book."""
    own = record.of_supply(document.supply.id)
    return PropertyModel(priced_by_book(alone(document), prices), rain, prices, own)


def compared(
    document: Property, rain: PreparedRain | None, plan: WholePlan, *, prices: BookPrices = NO_PRICES
) -> CisternComparisons:
    """What the cistern of a plan is compared with; read on its own, as the parts are."""
    return cistern_comparisons(model_of(document, rain, prices), CISTERN.of(plan))


def _verdict(model: PropertyModel, cistern: Any) -> Verdict:
    if model.rain is None or cistern is None:
        return NO_RAIN
    made = carried_in_records_like_it(model.document, model.rain)
    return verdict(cistern, model.say, made, garden_only=model.document.household.garden_only)


def _summary(
    station: Station[Any],
    model: PropertyModel,
    answers: dict[str, Any],
    found: list[Finding],
    assumed: list[str],
) -> StationSummary:
    if station.key not in answers:
        headline, status = station.no_rain, _status(station, model, None, found, assumed)
    else:
        answer = answers[station.key]
        headline, status = station.headline(model, answer), _status(station, model, answer, found, assumed)
    return StationSummary(
        stage=station.key,
        name=station.name,
        job_step=station.job_step,
        headline=headline,
        status=status,
        assumed=assumed,
    )


def _status(
    station: Station[Any], model: PropertyModel, answer: Any, found: list[Finding], assumed: list[str]
) -> Status:
    of_it = [finding for finding in found if finding.stage == station.key]
    severities = {finding.severity for finding in of_it}
    if "fails" in severities:
        return "fails"
    if "caution" in severities:
        return "caution"
    asked = answer is None or station.undecided(model, answer) or any(finding.asks for finding in of_it)
    if asked or assumed:
        return "decide"
    return "settled"
