"""What pump, vessel and the pipe to the taps ask to be done and measured."""

from lean_year.core.build import tolerances
from lean_year.core.build.asked import TaskAsk, Work
from lean_year.core.build.judging import HoldPoint, ReadingAsked, SumAsked
from lean_year.core.units import KPA_PER_M_OF_WATER
from lean_year.plan.answer.cache import cached_by_parts
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.pressure_side import pump_curve
from lean_year.property.document import Property
from lean_year.property.pump import MOST_KPA

MOST_FLOW_L_S = 100.0
MOST_TEST_KPA = 10_000.0


@cached_by_parts(16, "units", "pump", "household.back_up")
def pump_work(document: Property, peak_l_s: float, say: Wording) -> Work:
    """The pressure side, and the top-up; `peak_l_s` is what the pump gives at the peak."""
    entered = document.pump
    tasks: list[TaskAsk] = []
    points: list[HoldPoint] = []
    back_up = document.household.back_up.kind
    if back_up in ("mains", "well"):
        tasks.append(TaskAsk("top-up", f"Top-up from the {back_up}"))
    if entered.feed == "undecided":
        return Work(tuple(tasks), ())
    if entered.feed == "hand":
        return Work((*tasks, TaskAsk("set-plant", "Hand pump")), ())
    pipe = f"{say.length(entered.delivery.length_m)} of {say.nominal(entered.delivery.bore_mm)}"
    tasks += [
        TaskAsk("trench", f"Pipe to the taps: {pipe}, {say.length(entered.trench_m)} under the ground"),
        TaskAsk("locate", "Pipe to the taps: its trench"),
        TaskAsk("house-pipe", f"Pipe to the taps: {pipe}"),
        TaskAsk("pressure-test", "Pipe to the taps: before it is covered"),
        TaskAsk("cover", "Pipe to the taps: sand round it, tape over it"),
        TaskAsk("label", "Pipes, valves and taps of rainwater"),
    ]
    points.append(_pressure_test(_working_kpa(document), say))
    if entered.by_motor:
        beside = " and header tank" if entered.feed == "header" else " and vessel" if entered.has_vessel else ""
        tasks += [
            TaskAsk("set-plant", f"Pump{beside}"),
            TaskAsk("power", "Pump: it is connected by an electrician")
            if not entered.on_battery
            else TaskAsk("battery", "Pump: its battery, fuse and cable"),
            TaskAsk("start-pump", "Pump: what it does when new is what it is judged by later"),
        ]
        points.append(_start(document, peak_l_s))
    return Work(tuple(tasks), tuple(points))


def _working_kpa(document: Property) -> float:
    """What the pipes stand at: what is held, or what the pump reaches with nothing drawn."""
    entered = document.pump
    if entered.feed != "pump":
        return 0.0
    return entered.most_held_kpa if entered.holds else pump_curve(document).shut_off_m * KPA_PER_M_OF_WATER


def _pressure_test(working_kpa: float, say: Wording) -> HoldPoint:
    test_kpa = max(tolerances.PRESSURE_TEST_TIMES * working_kpa, tolerances.PRESSURE_TEST_TIMES * _LEAST_WORKING_KPA)
    minutes = f"{tolerances.PRESSURE_TEST_MIN:g}"
    return HoldPoint(
        "pressure-test",
        "pressure-test",
        "Pressure test of the pipes",
        f"With water, all air out, shut off from pump, heater and filters that are not made for it: "
        f"{say.pressure(test_kpa)} for {minutes} minutes. Local code may ask for more.",
        (
            ReadingAsked("start", "At the start", "pressure", low=test_kpa, least=0, most=MOST_TEST_KPA),
            ReadingAsked("end", "At the end", "pressure", least=0, most=MOST_TEST_KPA),
        ),
        (
            SumAsked(
                "Drop", "pressure", (("start", 1.0), ("end", -1.0)), low=-tolerances.PRESSURE_DROP_KPA,
                high=tolerances.PRESSURE_DROP_KPA,
            ),
        ),
        if_not="Find the joint that weeps, let the pressure off, cut it out, joint it anew, and test again.",
    )  # fmt: skip


_LEAST_WORKING_KPA = 300.0
"""Pipes of a house are tested for at least that. Basis: estimate."""


def _start(document: Property, peak_l_s: float) -> HoldPoint:
    entered = document.pump
    readings: list[ReadingAsked] = []

    def pressure(key: str, label: str, kpa: float, by_kpa: float, path: str | None) -> ReadingAsked:
        return ReadingAsked(
            key,
            label,
            "pressure",
            low=kpa - by_kpa,
            high=kpa + by_kpa,
            planned=kpa,
            path=path,
            least=0,
            most=MOST_KPA,
        )

    if entered.feed == "pump" and entered.control == "flow_switch":
        readings.append(
            pressure("cut-in", "Pump starts", entered.cut_in_kpa, tolerances.SWITCH_KPA, "/pump/cut_in_kpa")
        )
    elif entered.feed == "pump" and entered.control == "pressure_switch":
        readings += [
            pressure("precharge", "Pre-charge of the vessel, no water in it", entered.precharge_kpa,
                     tolerances.PRECHARGE_KPA, "/pump/precharge_kpa"),
            pressure("cut-in", "Pump cuts in", entered.cut_in_kpa, tolerances.SWITCH_KPA, "/pump/cut_in_kpa"),
            pressure("cut-out", "Pump cuts out", entered.cut_out_kpa, tolerances.SWITCH_KPA, "/pump/cut_out_kpa"),
        ]  # fmt: skip
    elif entered.feed == "pump":
        readings.append(
            pressure("held", "Pressure that it holds", entered.most_held_kpa, tolerances.SWITCH_KPA, None)
        )
    peak = peak_l_s if entered.feed == "pump" else None
    readings.append(
        ReadingAsked(
            "flow", "Flow with the taps of the peak open" if peak else "Flow", "flow",
            low=None if peak is None else tolerances.FLOW_SHARE * peak, planned=peak, least=0, most=MOST_FLOW_L_S,
        )
    )  # fmt: skip
    if entered.dry_run_stop:
        readings.append(ReadingAsked("dry-run", "Stops when its water is shut off", "yes_no", low=1, least=0, most=1))
    read = any(each.key == "precharge" for each in readings)
    vessel = "The vessel’s pre-charge is read with no water in it. " if read else ""
    return HoldPoint(
        "start-pump",
        "start-pump",
        "Pump, new",
        f"Primed, air out, every tap run until it is clear. {vessel}The flow is read with a bucket and a watch.",
        tuple(readings),
        if_not="Pre-charge and switch are set as entered. Too little flow: air in the suction, a shut valve, a "
        "blocked strainer, the pump turning the wrong way.",
    )
