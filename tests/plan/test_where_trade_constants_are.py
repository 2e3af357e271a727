"""No rule of the trade stands in the plan: its numbers are in the core, with their source."""

import ast
from pathlib import Path

ROOT = Path(__file__).resolve().parents[2] / "lean_year/plan"
PRESENTATION = {
    "SUMP_M": "drawing",
    "PAVING_M": "drawing",
    "EVERY_DAYS": "points of a curve",
    "KEPT_TO_DECIMALS_L": "rounding",
    "HOLDS_L": "rounding",
    "DAYS": "of the first year",
    "RECORDS_LIKE_IT": "how many records are made",
    "DEEPEST_M": "where counting stops",
    "HEAVIEST_KG": "where counting stops",
    "LONGEST_M": "where counting stops",
    "ALONG": "points of a drawing",
    "SAME_INVERT_M": "rounding",
    "UNIT_SHARES": "sizes that a search tries",
    "COUNTS": "numbers that a search tries",
    "MOST_ROOFS_TRIED": "roofs that a search tries",
    "RAIN_ROOFS_M2": "areas that a search tries",
    "USUAL_STEPS": "saving steps that a search tries",
    "RAIN_ROOF_M2": "the option that is priced",
    "TANK_STEP_L": "the option that is priced",
    "PROBE_SHARE": "where options are compared",
    "ROOM_FOR_TANK": "the option that is priced",
    "SIZES": "points of a curve",
    "REPORT_EVERY": "progress",
    "CURVE_SIZES": "points of a curve",
    "SLOW_CURVE_SIZES": "points of a curve",
    "DRY_SPAN_YEARS": "the stress test's span",
    "SPELLS_LONGER_BY": "the stress test's share",
    "SHORTAGES_SHOWN": "rows of a list",
    "SHORTAGE_GAP_D": "what is counted as one shortage",
    "LIKE_MM": "rounding",
    "CURVE_MM": "points of a curve",
    "BESIDE_M": "margin of a drawing",
    "ROOF_BESIDE_M": "of a drawing",
    "ROOF_DECK_M": "of a drawing",
    "WALL_M": "width of a drawing",
    "EAVE_M": "width of a drawing",
    "ROOF_M": "width of a drawing",
    "ROOF_RISE": "width of a drawing",
    "GUTTER_M": "width of a drawing",
    "SCREEN_M": "width of a drawing",
    "HOUSE_M": "width of a drawing",
    "TANK_M": "width of a drawing",
    "WAY_OUT_M": "width of a drawing",
    "STANDPIPE_M": "width of a drawing",
    "AWAY_M": "width of a drawing",
    "LEAST_M3": "rounding",
    "LEAST_SHARE": "rounding",
    "READINGS": "rows of a list",
    "MORE_OUTLETS": "sizes that are offered",
    "LEAST_L": "sizes that are offered",
    "STEP_L": "sizes that are offered",
    "SPILLS_L": "rounding",
    "AS_OPEN": "stands for no limit",
    "DRINKING_USES_NAMED": "names in a sentence",
    "STORM_MIN": "storms that are tried",
    "MOST_INFLOW_L_S": "where counting stops",
    "MOST_HEAD_MM": "where counting stops",
    "CURVE_POINTS": "points of a curve",
    "HELD_DOWN_SHARES": "rows of a table",
    "RETURN_YEARS": "rows of a table",
    "YEARS_NAMED": "names in a sentence",
    "DRIEST_SHOWN": "rows of a list",
    "SPELL_LEAST_DAYS": "rows of a list",
    "SPELLS_SHOWN": "rows of a list",
    "FULL_SLACK_L": "rounding",
    "NO_DATE": "days are counted from it",
    "MOST_DAYS": "days that are tried",
    "NINE_IN_TEN": "rows of a table",
    "THIRD": "rows of a table",
    "TALLEST_MM": "what can be read",
    "LONGEST_H": "what can be read",
    "MOST_OFF_MM": "what can be read",
    "HIGHEST_M": "what can be read",
    "MOST_LEAD_YEARS": "what can be entered",
    "MOST_FLOW_L_S": "what can be read",
    "MOST_TEST_KPA": "what can be read",
    "MOST_COUNTED": "what can be read",
    "LAST_START": "where the calendar ends",
    "MOST_DRY_GAP_DAYS": "what an empty gauge is taken for",
    "MOST_DRY_SEASON_DAYS": "what an empty gauge is taken for",
    "MOST_A_DAY": "rows of a list",
    "FAN_SHARES": "lines of a drawing",
    "QUANTILE_SHARES": "rows of a table",
}
"""Constants of the plan that are no rule of the trade, and what each is."""


def constants():
    """Public constants of the model and the stations that hold a number, with the file of each."""
    for floor in ("model", "stations"):
        for path in sorted((ROOT / floor).rglob("*.py")):
            for node in ast.parse(path.read_text("utf-8")).body:
                if not isinstance(node, ast.Assign | ast.AnnAssign) or node.value is None:
                    continue
                targets = [node.target] if isinstance(node, ast.AnnAssign) else node.targets
                names = [each.id for target in targets for each in ast.walk(target) if isinstance(each, ast.Name)]
                numbers = [
                    each
                    for each in ast.walk(node.value)
                    if isinstance(each, ast.Constant)
                    and isinstance(each.value, int | float)
                    and not isinstance(each.value, bool)
                ]
                if numbers:
                    yield from ((path, name) for name in names if name.isupper() and not name.startswith("_"))


def test_the_plan_has_no_number_of_the_trade():
    found = {name: path for path, name in constants() if name not in ("STATION", "NO_TOP_UP")}
    assert {name: str(path) for name, path in found.items() if name not in PRESENTATION} == {}
    assert set(PRESENTATION) <= set(found), "named here and gone from the plan"
