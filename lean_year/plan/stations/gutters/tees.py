"""Where first-flush legs hang: the tee of each, the room under it, and what the run behind it asks."""

from pydantic import BaseModel

from lean_year.core.water_path import levels as core
from lean_year.core.water_path.first_flush import LEAST_LEG_M
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.flush_chambers import Chamber, chambers
from lean_year.plan.model.levels import Check, RunLevels, Status
from lean_year.property.document import Property
from lean_year.property.roofs import Downpipe


class TeeLevels(BaseModel):
    """The tee of one run's first flush. Heights above the datum. [m]"""

    group: str
    tee_m: float
    assumed: bool
    foot_m: float
    """Lower end of the leg, or bottom of the small tank."""
    legs: int
    leg_m: float
    lowest_m: float
    """The tee at which the run behind it only just works."""
    cap_room_m: float
    """Needed under the foot."""


def _chamber_of(document: Property, found: list[Chamber], run: RunLevels) -> Chamber | None:
    """The chamber that hangs at the upper end of a run; one for all hangs where the last others have joined."""
    chamber = next((each for each in found if run.group in each.groups), None)
    if chamber is None or document.first_flush.place != "one":
        return chamber
    return chamber if not run.through else None


def tee_levels(document: Property, runs: list[RunLevels]) -> list[TeeLevels]:
    """The tee of every run that has one and whose screen is known; none without a first flush."""
    found = chambers(document)
    pipes = {pipe.id: pipe for pipe in document.downpipes}
    rows = []
    for run in runs:
        chamber = _chamber_of(document, found, run)
        if chamber is not None and run.screen_m is not None:
            rows.append(_tee(document, pipes[run.group], run, run.screen_m, chamber))
    return rows


def _tee(document: Property, pipe: Downpipe, run: RunLevels, screen_m: float, chamber: Chamber) -> TeeLevels:
    entered = document.first_flush
    tee = screen_m - core.UNDER_SCREEN_M if pipe.tee_m is None else pipe.tee_m
    return TeeLevels(
        group=run.group,
        tee_m=tee,
        assumed=pipe.tee_m is None,
        foot_m=tee - chamber.leg_m,
        legs=chamber.legs,
        leg_m=chamber.leg_m,
        lowest_m=run.inlet_m + (core.LEAST_FALL * run.length_m if run.kind == "dry" else 0.0),
        cap_room_m=0.0 if entered.kind == "tank" else entered.cap_room_mm / 1000,
    )


def tee_checks(document: Property, runs: list[RunLevels], say: Wording) -> list[Check]:
    """What each tee and its leg must do, with the edit that fixes it."""
    of = {run.group: run for run in runs}
    return [_check(document, of[tee.group], tee, say) for tee in tee_levels(document, runs)]


def _check(document: Property, run: RunLevels, tee: TeeLevels, say: Wording) -> Check:
    assert run.screen_m is not None
    number = next(row for row, pipe in enumerate(document.downpipes) if pipe.id == run.group)
    highest = run.screen_m - core.UNDER_SCREEN_M
    ground = document.levels.ground_m
    room = tee.foot_m - ground
    leg = f"{tee.legs} legs" if tee.legs > 1 else "a leg"

    def set_tee(height_m: float) -> list[Fix]:
        if not tee.lowest_m <= height_m <= highest + 1e-9:
            return []
        to = round(height_m, 3)
        return [Fix(text=f"Set the tee at {say.length(to)}.", operations=[replace(f"/downpipes/{number}/tee_m", to)])]

    def check(code: str, status: Status, text: str, fixes: list[Fix]) -> Check:
        return Check(
            letter="",
            code=code,
            status=status,
            title=f"First-flush tee, {run.name}",
            text=text,
            fixes=fixes,
            group=run.group,
            place="tee",
        )

    if tee.tee_m > run.screen_m:
        over = say.length(tee.tee_m - run.screen_m)
        return check(
            "FLUSH_TEE_ABOVE_SCREEN",
            "fails",
            f"{over} above the leaf screen; water does not run up to it",
            set_tee(highest),
        )
    # One that nobody entered follows the screen: where that is too low, the drop itself says so.
    if tee.tee_m < tee.lowest_m - 1e-9 and not tee.assumed:
        why = (
            "the run behind it must still fall 1 % to the inlet"
            if run.kind == "dry"
            else "the leg would drain the standing run down to it"
        )
        return check(
            "FLUSH_TEE_TOO_LOW",
            "fails",
            f"at {say.length(tee.tee_m)}, needs {say.length(tee.lowest_m)} or more: {why}",
            set_tee(highest),
        )
    text = (
        f"at {say.length(tee.tee_m)}, {leg} of {say.length(tee.leg_m)}: "
        f"{say.length(room) if room >= 0 else f'{say.length(-room)} short'} to the ground, needs "
        f"{say.length(tee.cap_room_m)}"
    )
    if room >= tee.cap_room_m - 1e-9:
        return check("FLUSH_LEG", "settled", text, [])
    fixes = set_tee(ground + tee.cap_room_m + tee.leg_m + 0.01) + _shorter_legs(document, tee, say)
    return check("FLUSH_LEG_IN_THE_GROUND", "fails" if room < 0 else "caution", text, fixes)


def _shorter_legs(document: Property, tee: TeeLevels, say: Wording) -> list[Fix]:
    """More and shorter legs that end above the ground; none where that leaves next to nothing, or it is a tank."""
    wall_m = round(tee.tee_m - document.levels.ground_m - 0.005, 2)
    if document.first_flush.kind == "tank" or wall_m - tee.cap_room_m < LEAST_LEG_M:
        return []
    return [
        Fix(
            text=f"Count on {say.length(wall_m)} of wall: more legs, each shorter.",
            operations=[replace("/first_flush/wall_m", wall_m)],
        )
    ]
