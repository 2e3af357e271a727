"""The verdict: the sentence an installer can say to the owner."""

from collections.abc import Mapping, Sequence

from pydantic import BaseModel

from lean_year.plan.answer.figure import Finding, StationKey
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording, count, day, several
from lean_year.plan.stations.cistern.stage import CisternPlan


class Verdict(BaseModel):
    """Four parts of one answer."""

    answer: str
    tightest: str
    caveat: str
    climate: str = ""
    """How it stands in the climate that is planned for; empty where that is the record."""
    warning: str = ""
    """What can hurt people or lose water as it is planned; empty where nothing does."""

    @property
    def text(self) -> str:
        return " ".join(
            part for part in (self.answer, self.warning, self.tightest, self.climate, self.caveat) if part
        )


_ANSWERED = ("RAIN_NO_WHOLE_YEAR", "CISTERN_SHORT_YEARS", "CISTERN_FIRST_FILLING", "CISTERN_WANTED_OUT_OF_USE")
"""Findings that the answer itself says, by the years that the supply carries and the rain that it gets."""


def warned(words: Verdict, found: Sequence[Finding], names: Mapping[StationKey, str]) -> Verdict:
    """The verdict with what fails besides the supply; `names` of the stations by key, in the order of the job."""
    failing = [finding for finding in found if finding.severity == "fails" and finding.code not in _ANSWERED]
    not_drunk = any(finding.not_to_drink for finding in failing)
    stations = {finding.stage for finding in failing if not finding.not_to_drink}
    at = [name for key, name in names.items() if key in stations]
    parts = [
        "Not to be drunk as planned." if not_drunk else "",
        f"Fails at {', '.join(at)}." if at else "",
    ]
    return words.model_copy(update={"warning": " ".join(part for part in parts if part)})


NO_RAIN = Verdict(
    answer="No rain record yet.",
    tightest="",
    caveat="Bring one in to see how every day of it treats this house.",
)


def verdict(
    cistern: CisternPlan, say: Wording, made: tuple[int, int, int] | None = None, *, garden_only: bool = False
) -> Verdict:
    """Word the replay of the design.

    `made`: for a record made from twelve means, the fewest and most years that rain alone carries of so many in
    records like it. `garden_only`: rain waters a garden and nothing else, which then is carried or not.
    """
    counted, carried = cistern.counted_years, cistern.years_carried
    if counted == 0:
        return Verdict(
            answer="The record holds no whole year to count.",
            tightest="",
            caveat="Bring in a longer one, or fill its missing days.",
        )
    if not any(year.demand_l for year in cistern.years):
        return Verdict(answer="No water is wanted yet.", tightest="", caveat="Enter who lives there, and its uses.")
    if made is not None:
        fewest, most, of_years = made
        span = f"{fewest}" if fewest == most else f"{fewest} to {most}"
        return Verdict(
            answer=f"Rain alone carries somewhere from {span} of {of_years} years." if fewest != most
            else f"Rain alone carries about {span} of {of_years} years.",
            tightest="The rain was made from twelve means.",
            caveat="Means hide the lean years: find a daily record before anything is bought.",
        )  # fmt: skip
    climate = _climate(cistern)
    helped = "topped_up_l_year" in cistern.figures or "loads_year" in cistern.figures
    if helped and cistern.rain_alone_years_carried < carried:
        return Verdict(
            answer=_with_help(cistern),
            tightest=_help(cistern, say),
            climate=climate,
            caveat=_caveat(cistern, say, garden_only),
        )
    if cistern.tightest_carried_year is None:
        answer, tightest = f"Runs dry in every one of {several(counted, 'year')}.", ""
        if garden_only:
            share = cistern.figures["volumetric_reliability"].value or 0.0
            answer = f"Gives the garden {fixed(share * 100)} % of its water, and no summer of {counted} all of it."
    else:
        if carried == counted:
            answer = _carries("all", counted, garden_only)
            which = "Tightest day"
        else:
            answer = _carries(f"{carried} of", counted, garden_only)
            which = "Tightest of those"
        year = cistern.years[cistern.tightest_carried_year]
        tightest = f"{which}: {day(year.lowest_date)}, {say.volume(year.lowest_l)} left."
    return Verdict(answer=answer, tightest=tightest, climate=climate, caveat=_caveat(cistern, say, garden_only))


def _carries(which: str, counted: int, garden_only: bool) -> str:
    if garden_only:
        return f"Waters the garden through {which} {several(counted, 'summer')}."
    return f"Carries the house through {which} {several(counted, 'year')}."


def _climate(cistern: CisternPlan) -> str:
    drier = cistern.drier
    if drier is None:
        return ""
    alone = " alone" if cistern.rain_alone_years_carried < cistern.years_carried else ""
    return f"With {drier.label}: {drier.years_carried} of {drier.of_years}{alone}."


def _with_help(cistern: CisternPlan) -> str:
    alone, counted = cistern.rain_alone_years_carried, cistern.counted_years
    share = cistern.figures["rain_share"].value or 0.0
    rain = f"Rain gives {fixed(share * 100)} % of the water"
    if alone == 0:
        return f"{rain} and carries no year of {counted} alone."
    return f"{rain} and carries {alone} of {several(counted, 'year')} alone."


def _help(cistern: CisternPlan, say: Wording) -> str:
    figures = cistern.figures
    if "loads_year" in figures:
        worst = figures["loads_worst"]
        return f"Trucks bring {fixed(figures['loads_year'].value or 0, 1)} loads a year, {worst.value:.0f} in " + (
            f"{worst.working}."
        )
    worst = figures["topped_up_worst_l"]
    return (
        f"Top-up gives {say.volume(figures['topped_up_l_year'].value or 0)} in a mean year, "
        f"{say.volume(worst.value or 0)} in {worst.working}."
    )


def _saving(cistern: CisternPlan) -> str:
    on = [step for step in cistern.steps if step.days]
    if not on:
        return ""
    first = on[0]
    return f" {first.name} on {several(first.days, 'day')} of {several(first.years, 'year')}."


def _caveat(cistern: CisternPlan, say: Wording, garden_only: bool) -> str:
    outruns = f"{'The garden asks for' if garden_only else 'The house uses'} more than the roofs bring"
    if cistern.first_filling and not cistern.shortages and cistern.years_carried == cistern.counted_years:
        return f"{outruns}.{_saving(cistern)}"
    if cistern.first_filling:
        return (
            f"{outruns}, so it waits for rain whatever the tank." if garden_only else f"{outruns}, so no tank lasts."
        )
    if not cistern.shortages:
        return f"No dry day in {several(cistern.counted_years, 'recorded year')}.{_saving(cistern)}"
    worst = cistern.shortages[0]
    others = int(cistern.figures["short_d"].value or 0) - worst.days
    more = f"; {others:,} more at other times" if others else ""
    when = f"on {day(worst.start)}" if worst.start == worst.end else f"from {day(worst.start)} to {day(worst.end)}"
    dry = f"{several(worst.days, 'dry day')} {when}, {say.volume(worst.shortfall_l)} short{more}."
    short_years = cistern.counted_years - cistern.years_carried
    if not short_years:
        return f"Outside the counted years it runs dry: {dry}"
    return f"Runs dry in {count(short_years)}: {dry}{_saving(cistern)}"
