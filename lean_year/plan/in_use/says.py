"""What the balance of levels and rain says, in words."""

from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.findings import Findings
from lean_year.plan.answer.wording import Wording, day
from lean_year.plan.model.behaving import Behaving


def behaving_findings(said: Behaving, say: Wording) -> list[Finding]:
    """A loss, a smaller catch, or a gauge that sticks; nothing where all is as designed or the log cannot tell."""
    found = Findings("log")
    if said.verdict == "losing" and said.missing_l_day is not None and said.since is not None:
        assert said.low is not None
        assert said.high is not None
        found.add(
            "LOG_LOSING",
            "fails",
            f"About {say.rate(said.missing_l_day)} is going somewhere since {day(said.since)}: between "
            f"{say.rate(max(0.0, said.low))} and {say.rate(said.high)}, in nine cases of ten.",
            "Shut the outlets of the tanks for a night and read the levels: what is still lost is lost before them. "
            "Then look at the float, the toilets, the garden taps and the pressed pipes.",
        )
    if said.verdict == "catching_less" and said.catch_share is not None and said.since is not None:
        found.add(
            "LOG_CATCHING_LESS",
            "fails",
            f"Since {day(said.since)} the roofs bring {100 * said.catch_share:.0f} % of what they should.",
            "Look at screens, gutters and first-flush drains; then at what falls on the roofs.",
        )
    if said.why_not == "stuck":
        found.add(
            "LOG_STUCK",
            "caution",
            "The last levels are all the same, while the water must have moved: the gauge sticks.",
            "Measure by stick, and free the float or change the sensor. Until then the log says nothing of losses.",
        )
    return found.rows
