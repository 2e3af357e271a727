"""A suction that leaves the tank over its rim: its highest point, and how it is filled. Basis: common practice."""

from lean_year.core.pump.pump_curve import LEAST_CREST_M, PRACTICAL_LIFT_M
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording
from lean_year.property.document import Property

WALL_INSTEAD = Fix(
    text="Lead the suction through the wall, below the water.", operations=[replace("/pump/over_rim_m", None)]
)


def find_over_the_rim(
    document: Property, lift_m: float, rim_m: float, crest_m: float, found: Findings, say: Wording
) -> None:
    """Whether the water gets over it; `lift_m` is from the lowest water up to the pump, `rim_m` up to the rim, and
    `crest_m` what is left of the atmosphere there."""
    entered = document.pump
    if rim_m > PRACTICAL_LIFT_M or crest_m < LEAST_CREST_M:
        found.add(
            "PUMP_RIM_HIGH",
            "fails",
            f"The suction rises {say.length(rim_m)} from the lowest water to the rim, where "
            f"{say.length(max(0.0, crest_m))} of the atmosphere are left; under {say.length(LEAST_CREST_M)} air "
            "comes out of the water and parts it.",
            "",
            WALL_INSTEAD,
            Fix(text="Hang a submerged pump in the water.", operations=[replace("/pump/stands", "submerged")]),
        )
    if entered.siphon and lift_m > 0:
        found.add(
            "PUMP_SIPHON_UPHILL",
            "caution",
            f"The pump stands {say.length(lift_m)} above the lowest water: a siphon feeds it only while the water "
            "stands higher than the pump.",
            "Set the pump lower, or keep its prime by a foot valve.",
            Fix(
                text="Keep its prime by a foot valve, without a siphon.",
                operations=[replace("/pump/siphon", False), replace("/pump/foot_valve", True)],
            ),
        )
    elif not entered.siphon and not entered.foot_valve and lift_m <= 0:
        found.add(
            "PUMP_NOT_PRIMED",
            "caution",
            "The suction goes over the rim, with neither a foot valve nor a siphon: the pump does not fill itself.",
            "",
            Fix(text="Prime it by a siphon.", operations=[replace("/pump/siphon", True)]),
            Fix(text="Fit a foot valve.", operations=[replace("/pump/foot_valve", True)]),
        )
