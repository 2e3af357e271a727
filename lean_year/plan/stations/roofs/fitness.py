"""Is a roof's water fit for its use? What stands on it and what it is made of."""

from lean_year.core.roofs.catchment import runoff_coefficients
from lean_year.plan.answer.figure import Severity
from lean_year.plan.answer.findings import Findings
from lean_year.property.roofs import Hazard, Roof

# Severity where the water may be drunk, what is wrong, what to do instead. Basis: common practice.
_HAZARDS: dict[Hazard, tuple[Severity, str, str]] = {
    "lead_flashing": ("fails", "lead flashing", "Replace it with coated metal or cover it, and test for lead."),
    "lead_paint": ("fails", "lead paint", "A licensed contractor removes it; until then leave this roof off."),
    "lead_solder": (
        "caution",
        "lead solder in the gutters",
        "Replace the soldered joints with sealed or riveted ones.",
    ),
    "copper_gutter": ("fails", "copper gutters", "Copper stains green and goes into the water: fit coated ones."),
    "moss_strip": ("fails", "moss-killing strips", "Take them off: they poison the water as they wash out."),
    "treated_timber": (
        "fails",
        "timber treated with biocide or fire retardant",
        "Cover it with metal, or leave it off.",
    ),
    "trees": ("caution", "overhanging trees", "Cut them back; leaves, pollen and droppings load every screen."),
    "birds": ("caution", "birds that roost on it", "Take away perches; flush more and disinfect."),
    "exposed_fixings": ("note", "exposed fixings", "Their washers crack first. Standing seam has none to leak."),
}


def fitness_findings(found: Findings, roof: Roof, *, drunk: bool) -> None:
    """What stands against a roof's water. `drunk`: some of the uses it serves need drinking quality."""
    add = found.add
    material = runoff_coefficients()[roof.material]
    if material.drinking == "never":
        what = f"{roof.name}: {material.label.lower()} is not for drinking water"
        if drunk:
            add(
                "ROOF_NOT_FOR_DRINKING",
                "fails",
                f"{what}, and this supply serves taps.",
                material.advice,
                not_to_drink=True,
            )
        else:
            add("ROOF_NOT_FOR_DRINKING", "note", f"{what}.", material.advice)
    elif material.drinking == "caution":
        severity: Severity = "caution" if drunk else "note"
        add("ROOF_MATERIAL_CARE", severity, f"{roof.name}: {material.label.lower()} needs care.", material.advice)
    for hazard in roof.hazards:
        severity, what, fix = _HAZARDS[hazard]
        if not drunk and severity == "fails":
            severity = "caution"
        add(f"ROOF_{hazard.upper()}", severity, f"{roof.name} has {what}.", fix, not_to_drink=severity == "fails")


def hazard_label(hazard: Hazard) -> str:
    """Its words for a list."""
    return _HAZARDS[hazard][1]
