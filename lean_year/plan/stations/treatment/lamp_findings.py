"""What is wrong with a lamp, its sensor and its valve, on the rain and on another source."""

from lean_year.core.treatment import ultraviolet
from lean_year.core.treatment.ultraviolet import DESIGN_UVT_PERCENT
from lean_year.plan.answer.figure import Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.quantities import fixed
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.train import lamp_wanted_l_s, uv_dose_mj_cm2, uv_dose_today_mj_cm2, well_uvt_percent
from lean_year.property.document import Property


def lamp_findings(document: Property, peak_l_s: float, dose: float, found: Findings, say: Wording) -> None:
    """Everything to fix; `dose` is the lamp's at its peak, at the end of its life. [mJ/cm2]"""
    _second_source(document, peak_l_s, found, say)
    if dose < ultraviolet.DRINKING_MJ_CM2 - 1e-9:
        wanted = lamp_wanted_l_s(document)
        found.add(
            "TREATMENT_UV_SMALL",
            "fails",
            f"At {say.flow(peak_l_s)} the lamp gives {fixed(dose)} mJ/cm² at the end of its life; a drinking supply "
            f"needs {ultraviolet.DRINKING_MJ_CM2:g}.",
            "A larger lamp, clearer water, or less flow.",
            *(
                [Fix(text=f"A lamp rated for {say.flow(wanted)}.",
                     operations=[replace("/treatment/uv/rated_flow_l_s", wanted)])]
                if wanted is not None
                else []
            ),
        )  # fmt: skip
    _what_it_rests_on(document, found)
    _age(document, found)
    _today(document, peak_l_s, found, say)
    _when_it_fails(document, peak_l_s, found, say)


def _today(document: Property, peak_l_s: float, found: Findings, say: Wording) -> None:
    uv = document.treatment.uv
    if uv.read_share is None:
        return
    dose = uv_dose_today_mj_cm2(document, peak_l_s)
    if dose < ultraviolet.DRINKING_MJ_CM2 - 1e-9:
        found.add(
            "TREATMENT_UV_LOW_TODAY",
            "fails",
            f"The sensor reads {fixed(100 * uv.read_share)} %: at {say.flow(peak_l_s)} the water gets {fixed(dose)} "
            f"mJ/cm² today, and {ultraviolet.DRINKING_MJ_CM2:g} are needed.",
            "Boil what is drunk. Clean sleeve and window; then look at the water for colour and iron; then a new "
            "lamp. Note the reading again.",
        )


def _what_it_rests_on(document: Property, found: Findings) -> None:
    uv = document.treatment.uv
    if uv.uvt_percent is None:
        found.add(
            "TREATMENT_UVT_NOT_MEASURED",
            "note",
            f"{DESIGN_UVT_PERCENT:g} % UV transmittance is assumed. Roof water can absorb UV without looking "
            "coloured.",
            "Have the transmittance measured; clearer water needs a smaller lamp.",
            asks=True,
        )
    found.add(
        "TREATMENT_UV_VIRUS",
        "note",
        f"{ultraviolet.DRINKING_MJ_CM2:g} mJ/cm² reduces Cryptosporidium and Giardia by four logs, but adenovirus "
        "only half a log: that takes 186. Few roofs carry it; where people are frail, add chlorine.",
    )


def _age(document: Property, found: Findings) -> None:
    uv = document.treatment.uv
    if uv.lamp_h > ultraviolet.RATED_LIFE_H:
        found.add(
            "TREATMENT_LAMP_OLD",
            "fails" if uv.change_by == "calendar" or not uv.sensor else "caution",
            f"The lamp has burnt {fixed(uv.lamp_h)} h, its maker rates {fixed(ultraviolet.RATED_LIFE_H)}. A lamp "
            "that still glows may no longer disinfect.",
            "",
            Fix(text="A new lamp.", operations=[replace("/treatment/uv/lamp_h", 0)]),
        )
    if uv.change_by == "sensor" and not uv.sensor:
        found.add(
            "TREATMENT_NO_SENSOR",
            "fails",
            "The lamp is to be changed by its sensor, but it has none.",
            "",
            Fix(text="Fit the sensor.", operations=[replace("/treatment/uv/sensor", True)]),
            Fix(text="Go by the calendar.", operations=[replace("/treatment/uv/change_by", "calendar")]),
        )


def _when_it_fails(document: Property, peak_l_s: float, found: Findings, say: Wording) -> None:
    uv = document.treatment.uv
    if not uv.shut_valve and not uv.battery:
        found.add(
            "TREATMENT_UV_FAILS_OPEN",
            "caution",
            "When the power goes, untreated water reaches the taps.",
            "Fit a shut-off valve that fails shut, or a battery.",
            Fix(text="Fit a valve that fails shut.", operations=[replace("/treatment/uv/shut_valve", True)]),
        )
    if not (uv.sensor and uv.shut_valve):
        lacks = "a sensor" if uv.shut_valve else "a valve that shuts" if uv.sensor else "a sensor and a valve"
        found.add(
            "TREATMENT_UV_UNWATCHED",
            "caution",
            f"Without {lacks} nothing stops the water when lamp, sleeve or the water itself let too little light "
            "through: a lamp that glows is not a lamp that treats.",
            "Fit a sensor and a valve that it shuts.",
            Fix(
                text="Fit a sensor and a valve that it shuts.",
                operations=[replace("/treatment/uv/sensor", True), replace("/treatment/uv/shut_valve", True)],
            ),
        )
    if peak_l_s > uv.rated_flow_l_s and not uv.flow_limiter:
        found.add(
            "TREATMENT_UV_NO_LIMITER",
            "caution",
            f"Taps can draw {say.flow(peak_l_s)}, the lamp is rated for {say.flow(uv.rated_flow_l_s)}.",
            "Fit a flow limiter or a larger lamp.",
            Fix(text="Fit a flow limiter.", operations=[replace("/treatment/uv/flow_limiter", True)]),
        )


def _second_source(document: Property, peak_l_s: float, found: Findings, say: Wording) -> None:
    if document.treatment.second_source != "well":
        return
    clear = well_uvt_percent(document)
    dose = uv_dose_mj_cm2(document, peak_l_s, uvt_percent=clear)
    if dose < ultraviolet.DRINKING_MJ_CM2 - 1e-9:
        found.add(
            "TREATMENT_WELL_UV_SMALL",
            "fails",
            f"On the well, with {clear:g} % of transmittance, the lamp gives {fixed(dose)} mJ/cm² at "
            f"{say.flow(peak_l_s)}; {ultraviolet.DRINKING_MJ_CM2:g} are wanted.",
            "Measure the well's own transmittance; treat its iron first; or a lamp for the worse of the two.",
        )
