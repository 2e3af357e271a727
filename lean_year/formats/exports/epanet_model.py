"""A property's pressure side as an input file of the EPANET engine: tank, suction, pump, delivery, train and taps.

The house draws its peak. Filters and the lamp are general-purpose valves with the drop of each over its flow; what
leaves the train before its end is a demand where it leaves. A header tank parts the model in two: the pump that fills
it through the strainers, and the taps that it presses on.
"""

from lean_year.core.errors import InputError
from lean_year.core.hydraulics.pipes import VISCOSITY_M2_S
from lean_year.core.units import KPA_PER_M_OF_WATER, M2_PER_SQUARE_FOOT
from lean_year.plan.model.pressure_side import Filling, System, pump_curve
from lean_year.plan.model.train import Drop, stage_peaks_l_s
from lean_year.property.document import Property
from lean_year.property.front import alone
from lean_year.property.pump import Pipe

ENGINE_VISCOSITY_M2_S = 1.1e-5 * M2_PER_SQUARE_FOOT
"""What the engine multiplies its VISCOSITY by. Basis: from memory (EPANET 2.2 users manual)."""
_NO_LOSS = Pipe(bore_mm=500, length_m=0.01, fittings_k=0)
CURVE_SHARES = (0.0, 0.25, 0.5, 0.75, 0.9, 1.0, 1.1, 1.3, 1.6, 2.0, 2.5)


def write_epanet_model(document: Property, *, due: bool = False) -> str:
    """The model's text, with new filters, or with those that are due for a change.

    Raises
    ------
    InputError
        If it is not decided how the house is fed, its highest tap is not measured, or nothing draws.
    """
    document = alone(document)
    if document.pump.feed == "undecided":
        raise InputError("pump.feed", "must be decided first: a pump, a header tank, or gravity alone")
    if document.pump.feed == "hand":
        raise InputError(
            "pump.feed", "must be a pump with a motor, a header tank, or gravity alone: a hand presses none"
        )
    system = System(document)
    if system.tap_m is None:
        raise InputError("levels.highest_tap_m", "must be measured first")
    if system.peak_l_s <= 0:
        raise InputError("pump.fixtures", "must be one at least: nothing draws water")
    network = _Network(system, due=due)
    behind = network.source()
    network.house(behind, system.tap_m)
    return network.text(f"{document.name}: pressure side at the peak, filters {'due' if due else 'new'}")


class _Network:
    """The engine's rows, put down in the order of the water."""

    def __init__(self, system: System, *, due: bool) -> None:
        self._system, self._due = system, due
        self._entered = system.document.pump
        self._low_m = system.water_m if system.pump_m is None else system.pump_m
        """Where everything stands but the tap; the engine counts heads."""
        self._junctions: list[str] = []
        self._reservoirs = [f"TANK {system.water_m:.4f}"]
        self._pipes: list[str] = []
        self._pumps: list[str] = []
        self._valves: list[str] = []
        self._curves: list[str] = []

    def source(self) -> str:
        """From the tank to where the pipe to the taps begins; names that node."""
        entered, system = self._entered, self._system
        if entered.feed == "gravity":
            return "TANK"
        curve = pump_curve(system.document)
        self._junction("SUCTION")
        self._junction("PRESSED")
        if entered.feed == "header":
            self._pipe("SUCK", "TANK", "SUCTION", entered.suction if system.sucks else _NO_LOSS)
            self._pumps.append("PUMP SUCTION PRESSED HEAD PUMP")
        else:
            self._held_pump()
        for share in (0.0, 0.5, 1.0):
            self._curves.append(f"PUMP {share * curve.most_l_s:.6f} {curve.head_m(share * curve.most_l_s):.6f}")
        return self._header_tank() if entered.feed == "header" else "PRESSED"

    def _held_pump(self) -> None:
        """The pump behind its strainers, and no more than its switch or its set point holds, where one does."""
        entered = self._entered
        self._junction("SUCKED")
        self._pipe("SUCK", "TANK", "SUCKED", entered.suction if self._system.sucks else _NO_LOSS)
        at = self._strain("SUCKED")
        self._pipe("INTO_PUMP", at, "SUCTION", _NO_LOSS)
        if not entered.holds:
            self._pumps.append("PUMP SUCTION PRESSED HEAD PUMP")
            return
        self._junction("OUTLET")
        self._pumps.append("PUMP SUCTION OUTLET HEAD PUMP")
        self._valves.append(f"SWITCH OUTLET PRESSED 100 PRV {entered.held_kpa / KPA_PER_M_OF_WATER:.6f} 0")

    def _strain(self, at: str) -> str:
        """The strainers behind a node, one after the other; names the node behind the last."""
        for number, law in enumerate(self._system.strainers):
            after = f"STRAINED_{number + 1}"
            self._stage(number, at, after, law, self._system.peak_l_s)
            self._junction(after)
            at = after
        return at

    def _header_tank(self) -> str:
        at = self._strain("PRESSED")
        self._reservoirs += [
            f"FLOAT {Filling(self._system.document).to_m:.4f}",
            f"HEADER {self._system.from_m:.4f}",
        ]
        self._pipe("FILL", at, "FLOAT", self._entered.delivery)
        return "HEADER"

    def house(self, at: str, tap_m: float) -> None:
        """The pipe to the taps, the train, and what draws where."""
        entered, system = self._entered, self._system
        passing, laws = stage_peaks_l_s(system.document), system.stages
        leaves = [before - after for before, after in zip([system.peak_l_s, *passing], [*passing, 0.0], strict=True)]
        first = 0 if entered.feed == "gravity" else len(system.strainers)
        self._pipe("DELIVER", at, "HOUSE", system.pipes[-1])
        at = "HOUSE"
        if entered.backflow_kpa > 0:
            self._junction("HOUSE")
            taken = [entered.backflow_kpa / KPA_PER_M_OF_WATER * share**2 for share in CURVE_SHARES]
            self._valve("DEVICE", at, "BEHIND_DEVICE", system.peak_l_s, taken)
            at = "BEHIND_DEVICE"
        # What leaves before the first stage leaves behind the pipe.
        self._junction(at, sum(leaves[: first + 1]) if first < len(laws) else 0.0)
        for number in range(first, len(laws)):
            if passing[number] <= 0:
                break  # nothing draws behind it
            after = f"AFTER_{number + 1}"
            self._stage(number, at, after, laws[number], passing[number])
            self._junction(after, leaves[number + 1] if number + 1 < len(laws) else 0.0)
            at = after
        self._junctions.append(f"TAP {tap_m:.4f} {passing[-1] if first < len(laws) else system.peak_l_s:.6f}")
        self._pipe("RISE", at, "TAP", _NO_LOSS)  # to its height

    def _junction(self, name: str, draws_l_s: float = 0.0) -> None:
        self._junctions.append(f"{name} {self._low_m:.4f} {draws_l_s:.6f}")

    def _pipe(self, name: str, one: str, other: str, laid: Pipe) -> None:
        rough = self._entered.hazen_c if self._entered.friction == "hazen_williams" else laid.roughness_mm
        self._pipes.append(
            f"{name} {one} {other} {laid.length_m:.4f} {laid.bore_mm:.4f} {rough:.6f} {laid.fittings_k:.4f} OPEN"
        )

    def _stage(self, number: int, one: str, other: str, law: Drop, passing_l_s: float) -> None:
        peak = self._system.peak_l_s
        taken = [law.kpa(share * peak, dirty=self._due) / KPA_PER_M_OF_WATER for share in CURVE_SHARES]
        self._valve(f"STAGE_{number + 1}", one, other, passing_l_s, taken)

    def _valve(self, name: str, one: str, other: str, passing_l_s: float, drops_m: list[float]) -> None:
        self._valves.append(f"{name} {one} {other} 50 GPV LOSS_{name} 0")
        for share, drop in zip(CURVE_SHARES, drops_m, strict=True):
            self._curves.append(f"LOSS_{name} {share * passing_l_s:.6f} {drop:.6f}")

    def text(self, title: str) -> str:
        """The file."""
        hazen = self._entered.friction == "hazen_williams"
        sections = [
            ("TITLE", [title]),
            ("JUNCTIONS", self._junctions),
            ("RESERVOIRS", self._reservoirs),
            ("PIPES", self._pipes),
            ("PUMPS", self._pumps),
            ("VALVES", self._valves),
            ("CURVES", self._curves),
            ("TIMES", ["DURATION 0"]),
            ("OPTIONS", [
                "UNITS LPS", f"HEADLOSS {'H-W' if hazen else 'D-W'}",
                f"VISCOSITY {VISCOSITY_M2_S / ENGINE_VISCOSITY_M2_S:.6f}", "ACCURACY 0.00001", "TRIALS 200",
            ]),
            ("END", []),
        ]  # fmt: skip
        return "\n".join(f"[{name}]\n" + "".join(f"{row}\n" for row in rows) for name, rows in sections)
