"""The verdict: the sentence an installer can say to the owner."""

from pydantic import BaseModel

from lean_year.plan.cistern import CisternPlan
from lean_year.plan.wording import Wording, count, day, several


class Verdict(BaseModel):
    """Three parts of one answer."""

    answer: str
    tightest: str
    caveat: str

    @property
    def text(self) -> str:
        return " ".join(part for part in (self.answer, self.tightest, self.caveat) if part)


NO_RAIN = Verdict(
    answer="No rain record yet.",
    tightest="",
    caveat="Bring one in to see how every day of it treats this house.",
)


def verdict(cistern: CisternPlan, say: Wording) -> Verdict:
    """Word the replay of the design."""
    counted, carried = cistern.counted_years, cistern.years_carried
    if counted == 0:
        return Verdict(
            answer="The record holds no whole year to count.",
            tightest="",
            caveat="Bring in a longer one, or fill its missing days.",
        )
    if cistern.tightest_carried_year is None:
        answer, tightest = f"Runs dry in every one of {several(counted, 'year')}.", ""
    else:
        if carried == counted:
            answer = f"Carries the house through all {several(counted, 'year')}."
            which = "Tightest day"
        else:
            answer = f"Carries the house through {carried} of {several(counted, 'year')}."
            which = "Tightest of those"
        year = cistern.years[cistern.tightest_carried_year]
        tightest = f"{which}: {day(year.lowest_date)}, {say.volume(year.lowest_l)} left."
    return Verdict(answer=answer, tightest=tightest, caveat=_caveat(cistern, say))


def _caveat(cistern: CisternPlan, say: Wording) -> str:
    if cistern.first_filling:
        return "The house uses more than the roofs bring, so no tank lasts."
    if not cistern.dry_runs:
        return f"No dry day in {several(cistern.counted_years, 'recorded year')}."
    worst = cistern.dry_runs[0]
    others = int(cistern.figures["short_d"].value or 0) - worst.days
    more = f"; {others:,} more at other times" if others else ""
    dry = f"{several(worst.days, 'day')} from {day(worst.start)}, {say.volume(worst.shortfall_l)} short{more}."
    short_years = cistern.counted_years - cistern.years_carried
    if not short_years:
        return f"Outside the counted years it runs dry: {dry}"
    return f"Runs dry in {count(short_years)}: {dry}"
