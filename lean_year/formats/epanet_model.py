"""A property's pressure side as an input file of the EPANET engine: tank, suction, pump, delivery, train and taps.

The house draws its peak. Filters and the lamp are general-purpose valves with the drop of each over its flow; what
leaves the train before its end is a demand where it leaves. A header tank parts the model in two: the pump that fills
it through the strainers, and the taps that it presses on.
"""

from lean_year.core.errors import InputError
from lean_year.core.pipes import GRAVITY_M_S2, VISCOSITY_M2_S
from lean_year.plan.system import Filling, System, pump_curve
from lean_year.plan.train import Drop, stage_peaks_l_s
from lean_year.property.document import Property
from lean_year.property.pumping import Pipe

ENGINE_VISCOSITY_M2_S = 1.1e-5 * 0.3048**2
"""What the engine multiplies its VISCOSITY by. Basis: from memory (EPANET 2.2 users manual)."""
CURVE_SHARES = (0.0, 0.25, 0.5, 0.75, 0.9, 1.0, 1.1, 1.5)


def write_epanet_model(document: Property, *, due: bool = False) -> str:
    """The model's text, with new filters, or with those that are due for a change.

    Raises
    ------
    InputError
        If it is not decided how the house is fed, its highest tap is not measured, or nothing draws.
    """
    entered = document.pump
    if entered.way == "undecided":
        raise InputError("pump.way", "must be decided first: a pump, or gravity alone")
    system = System(document)
    if system.tap_m is None:
        raise InputError("levels.highest_tap_m", "must be measured first")
    if system.peak_l_s <= 0:
        raise InputError("pump.fixtures", "must be one at least: nothing draws water")
    low = system.water_m if system.pump_m is None else system.pump_m
    junctions: list[str] = []
    reservoirs = [f"TANK {system.water_m:.4f}"]
    pipes: list[str] = []
    valves: list[str] = []
    curves: list[str] = []

    def pipe(name: str, one: str, other: str, laid: Pipe) -> None:
        rough = entered.hazen_c if entered.friction == "hazen_williams" else laid.roughness_mm
        pipes.append(
            f"{name} {one} {other} {laid.length_m:.4f} {laid.bore_mm:.4f} {rough:.6f} {laid.fittings:.4f} OPEN"
        )

    def valve(name: str, one: str, other: str, passing_l_s: float, drops_m: list[float]) -> None:
        valves.append(f"{name} {one} {other} 50 GPV LOSS_{name} 0")
        for share, drop in zip(CURVE_SHARES, drops_m, strict=True):
            curves.append(f"LOSS_{name} {share * passing_l_s:.6f} {drop:.6f}")

    def stage(number: int, one: str, other: str, law: Drop, passing_l_s: float) -> None:
        taken = [law.kpa(share * system.peak_l_s, dirty=due) / GRAVITY_M_S2 for share in CURVE_SHARES]
        valve(f"STAGE_{number + 1}", one, other, passing_l_s, taken)

    pumps: list[str] = []
    at = "TANK"
    if entered.way in ("pump", "header"):
        curve = pump_curve(document)
        junctions += [f"SUCTION {low:.4f} 0", f"PRESSED {low:.4f} 0"]
        pipe("SUCK", "TANK", "SUCTION", entered.suction)
        pumps.append("PUMP SUCTION PRESSED HEAD PUMP")
        for share in (0.0, 0.5, 1.0):
            curves.append(f"PUMP {share * curve.most_l_s:.6f} {curve.head_m(share * curve.most_l_s):.6f}")
        at = "PRESSED"
    passing, laws = stage_peaks_l_s(document), system.stages
    leaves = [before - after for before, after in zip([system.peak_l_s, *passing], [*passing, 0.0], strict=True)]
    first = 0
    if entered.way == "header":
        first = len(system.strainers)
        for number, law in enumerate(system.strainers):
            stage(number, at, f"STRAINED_{number + 1}", law, system.peak_l_s)
            junctions.append(f"STRAINED_{number + 1} {low:.4f} 0")
            at = f"STRAINED_{number + 1}"
        reservoirs += [f"FLOAT {Filling(document).to_m:.4f}", f"HEADER {system.from_m:.4f}"]
        pipe("FILL", at, "FLOAT", entered.delivery)
        at = "HEADER"
    # What leaves before the first stage leaves behind the pipe.
    pipe("DELIVER", at, "HOUSE", system.pipes[-1])
    at = "HOUSE"
    if entered.backflow_kpa > 0:
        junctions.append(f"HOUSE {low:.4f} 0")
        taken = [entered.backflow_kpa / GRAVITY_M_S2 * share**2 for share in CURVE_SHARES]
        valve("DEVICE", at, "BEHIND_DEVICE", system.peak_l_s, taken)
        at = "BEHIND_DEVICE"
    junctions.append(f"{at} {low:.4f} {sum(leaves[: first + 1]) if first < len(laws) else 0.0:.6f}")
    for number in range(first, len(laws)):
        if passing[number] <= 0:
            break  # nothing draws behind it
        after = f"AFTER_{number + 1}"
        stage(number, at, after, laws[number], passing[number])
        junctions.append(f"{after} {low:.4f} {leaves[number + 1] if number + 1 < len(laws) else 0.0:.6f}")
        at = after
    last = passing[-1] if first < len(laws) else system.peak_l_s
    junctions.append(f"TAP {system.tap_m:.4f} {last:.6f}")
    pipe("RISE", at, "TAP", Pipe(bore_mm=500, length_m=0.01, fittings=0))  # to the tap's height, at no loss
    sections = [
        ("TITLE", [f"{document.name}: pressure side at the peak, filters {'due' if due else 'new'}"]),
        ("JUNCTIONS", junctions),
        ("RESERVOIRS", reservoirs),
        ("PIPES", pipes),
        ("PUMPS", pumps),
        ("VALVES", valves),
        ("CURVES", curves),
        ("TIMES", ["DURATION 0"]),
        ("OPTIONS", [
            "UNITS LPS", f"HEADLOSS {'H-W' if entered.friction == 'hazen_williams' else 'D-W'}",
            f"VISCOSITY {VISCOSITY_M2_S / ENGINE_VISCOSITY_M2_S:.6f}", "ACCURACY 0.00001", "TRIALS 200",
        ]),
        ("END", []),
    ]  # fmt: skip
    return "\n".join(f"[{name}]\n" + "".join(f"{row}\n" for row in rows) for name, rows in sections)
