"""How fast the water runs in the pipes, and what happens where the lamp's valve stops it."""

from lean_year.core.hydraulics.pipes import mean_velocity_m_s
from lean_year.core.hydraulics.stock_pipes import stock_pipes
from lean_year.core.pump.surge import MOST_M_S, MOST_SUCTION_M_S, surge_kpa
from lean_year.core.units import KPA_PER_M_OF_WATER
from lean_year.plan.answer.figure import Figure, Finding, Fix
from lean_year.plan.answer.findings import Findings, replace
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.pressure_side import pump_curve
from lean_year.plan.model.train import lamp_number
from lean_year.property.document import Property
from lean_year.property.pump import Pipe

_MOST_FLOW_L_S = 1_000.0


def surge_figures(document: Property, peak_l_s: float, say: Wording) -> dict[str, Figure]:
    """Velocity in the pipe to the taps, and the surge of a valve behind the lamp that shuts at once.

    Nothing while it is not decided how the house is fed.
    """
    if document.pump.feed == "undecided":
        return {}
    pipe, speed = document.pump.delivery, _velocity_m_s(document.pump.delivery, peak_l_s)
    figures = {
        "velocity_m_s": Figure(
            value=speed,
            unit="m/s",
            label="Velocity in the pipe to the taps at the peak",
            basis="derived",
            rests_on=("peak",),
            formula="flow / section",
            working=f"{say.flow(peak_l_s)} through {say.bore(pipe.bore_mm)}",
            moves=f"Up to {say.velocity(MOST_M_S)} it is quiet.",
        )
    }
    if _stops_at_once(document):
        figures["surge_kpa"] = Figure(
            value=surge_kpa(velocity_m_s=speed, pipe=document.pump.pipe),
            unit="kPa",
            label="Surge where the lamp's valve shuts at once",
            basis="from_memory",
            rests_on=("peak",),
            source="Joukowsky 1898; speed of the wave from memory",
            formula="ρ × speed of the wave × velocity",
            working=f"{say.velocity(speed)} in {document.pump.pipe} pipe",
            moves="A valve that shuts over seconds, or a wider pipe.",
        )
    return figures


def surge_findings(document: Property, peak_l_s: float, say: Wording) -> list[Finding]:
    """Pipes in which the water runs too fast, and a valve that hammers."""
    entered, found = document.pump, Findings("pump")
    pipes = [("delivery", "to the taps", entered.delivery, MOST_M_S)]
    if entered.feed == "pump" and not entered.submerged:
        pipes.append(("suction", "to the pump", entered.suction, MOST_SUCTION_M_S))
    for field, where, pipe, most in pipes if entered.feed != "undecided" else []:
        speed = _velocity_m_s(pipe, peak_l_s)
        if speed > most + 1e-9:
            found.add(
                "PUMP_PIPE_FAST",
                "caution",
                f"At the peak the water runs at {say.velocity(speed)} in the pipe {where}, {say.pipe(pipe.bore_mm)}; "
                f"up to {say.velocity(most)} is usual: faster is heard, wears fittings, and hammers.",
                "Fit a wider pipe.",
                *_wider(document, f"/pump/{field}/bore_mm", pipe, peak_l_s, most, say),
            )
    surge = surge_kpa(velocity_m_s=_velocity_m_s(entered.delivery, peak_l_s), pipe=entered.pipe)
    stands = entered.most_held_kpa if entered.holds else pump_curve(document).shut_off_m * KPA_PER_M_OF_WATER
    if _stops_at_once(document) and stands + surge > entered.fittings_kpa:
        found.add(
            "PUMP_HAMMER",
            "caution",
            f"The lamp's valve shuts at once: up to {say.pressure(surge)} more than the {say.pressure(stands)} that "
            f"stand there, where pipes and fittings are rated for {say.pressure(entered.fittings_kpa)}.",
            "A valve that shuts over some seconds, as its maker allows, or an arrester beside it, by a plumber.",
            Fix(text="Fit a valve that shuts slowly.", operations=[replace("/treatment/uv/slow_valve", True)]),
        )
    return found.rows


def _velocity_m_s(pipe: Pipe, flow_l_s: float) -> float:
    return mean_velocity_m_s(flow_l_s=min(_MOST_FLOW_L_S, flow_l_s), bore_mm=pipe.bore_mm)


def _stops_at_once(document: Property) -> bool:
    uv = document.treatment.uv
    return document.pump.feed == "pump" and lamp_number(document) is not None and uv.shut_valve and not uv.slow_valve


def _wider(document: Property, at: str, pipe: Pipe, flow_l_s: float, most_m_s: float, say: Wording) -> list[Fix]:
    """The next bore from stock in which it runs quietly."""
    for stock in stock_pipes(document.units):
        wide = pipe.model_copy(update={"bore_mm": stock.bore_mm})
        if stock.bore_mm > pipe.bore_mm and _velocity_m_s(wide, flow_l_s) <= most_m_s:
            return [Fix(text=f"{say.pipe(stock.bore_mm)} bore.", operations=[replace(at, stock.bore_mm)])]
    return []
