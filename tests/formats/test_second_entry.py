"""Every number that the formats keep under a name is entered twice: there, and here, read a second time.

Limits of files, factors of units and what a place's weather can be: whoever changes one changes both.
"""

import io

import ezdxf
import pytest

import lean_year.formats
from lean_year.formats.exports.drawing import write_dxf
from tests.constants import constants
from tests.plan.on_demos import edited

MB = 2**20
PSI_M = 6.894757293168361 / 9.80665
SECOND = {
    # A ZIP archive ends with a record of 22 bytes and, in its long form, one of 20 before it: APPNOTE.TXT 6.3.10,
    # 4.3.16 and 4.3.15. From memory.
    "bundle.MOST_PICTURES_BYTES": [200 * MB],
    "bundle.MAX_BYTES": [232 * MB],
    "bundle._ALWAYS_THE_SAME": [1980, 1, 1, 0, 0, 0],
    "bundle._END_RECORD_BYTES": [4 + 2 + 2 + 2 + 2 + 4 + 4 + 2],
    "bundle._LONG_LOCATOR_BYTES": [4 + 4 + 8 + 4],
    "bundle._LONGEST_LIST_BYTES": [302 * 128],
    "exports.epanet_model.ENGINE_VISCOSITY_M2_S": [1.1e-5 * 0.3048**2],
    "exports.epanet_model.CURVE_SHARES": [0, 0.25, 0.5, 0.75, 0.9, 1, 1.1, 1.3, 1.6, 2, 2.5],
    "exports.drawing.APART_M": [2],
    "exports.drawing.TEXT_M": [0.18],
    "exports.drawing.SCALE": [50],
    "exports.drawing.LEAST_WAY_OUT_M": [1.5],
    "exports.parts_table.WIDTHS": [44, 10, 10, 22, 40, 24, 6, 10, 40],
    "exports.swmm_model.RAIN_HOURS": [6],
    "exports.swmm_model.OUTLET_BAND_M": [0.01],
    "exports.swmm_model.SOFT_STEPS": [4],
    "exports.swmm_model.STEPS_S": [1, 30],
    "exports.swmm_model.MOST_CURVE": [12],
    "geojson_roofs._SEMI_MAJOR_M": [6_378_137],
    "geojson_roofs._ECCENTRICITY_2": [(2 - 1 / 298.257223563) / 298.257223563],
    "geojson_roofs.MOST_APART_M": [5_000],
    "geojson_roofs.MOST_DEGREES_OR_METRES": [1e12],
    "geojson_roofs.MOST_ROOFS": [40],
    "log_table.MOST_ROWS": [20_000],
    "log_table._LENGTHS": [1, 0.01, 0.001, 0.3048, 0.3048 / 12],
    "log_table._VOLUMES": [1, 1_000, 1_000, 231 * 0.254**3, 1_000],
    "log_table._DEPTHS": [1, 10, 25.4],
    "pictures.MAX_BYTES": [16 * MB],
    "pictures.LONGEST_SIDE_PX": [2_000],
    "pictures.MOST_PIXELS": [50e6],
    "pictures.QUALITY": [82],
    "pictures._SCAN": [0xDA],  # start of scan: ITU-T T.81, table B.1
    "property_file.MAX_BYTES": [16 * MB],
    "pump_curve.L_S": [1, 1 / 60, 1 / 3.6, 3.785411784 / 60, 3.785411784 / 3600],
    "pump_curve.METRES": [1, 100 / 9.80665, 1 / 9.80665, 0.3048, PSI_M],
    "pump_curve.MOST_POINTS": [30],
    "pump_curve.MOST_CHARACTERS": [20_000],
    "rain.account.MM_PER_UNIT": [1, 0.1, 25.4],
    "rain.account.LEAST_DAYS": [365],
    "rain.account.REFUSED_SHOWN": [50],
    "rain.account.WETTEST_YEAR_MM": [6_000],
    "rain.account.DRIEST_YEAR_MM": [150],
    "rain.daily_table.MAX_SPAN_DAYS": [200_000],
    "rain.daily_table.REFUSED_SHARE_LIMIT": [0.2],
    "rain.daily_table.MOST_READ": [18_250],
    "read_table.MOST_BYTES": [16 * MB],
    "read_table.MOST_PROBLEMS": [50],
    "shelf_table._US": [0.3048, 25.4, 3.785411784, 3.785411784 / 60, 6.894757293168361, 0.45359237],
    "rain.ghcn._CELL": [8],
    "rain.ghcn._FIRST_CELL": [21],
    "rain.ghcn._MISSING": [-9999],
    "rain.monthly_rain.LEAST_MONTHS": [24],
    "rain.monthly_rain.MOST_MONTH_MM": [10_000],
    "rain.rain_import.MONTHS_SEED": [1],
    "rain.rain_table.MAX_BYTES": [16 * MB],
    "rain.rain_table.MOST_LINES": [500_000],
    "rain.rain_table.MOST_CELLS": [4_000_000],
    "rain.rain_table.LONGEST_LINE": [4_000],
    "rain.rain_table._LINES_LOOKED_AT": [400],
    "rain.swmm_rain._MOST_DAYS": [200_000],
    "rain.temperatures.MIDDLE_HIGH_C": [-5, 42],
    "rain.temperatures.HOTTEST_C": [12, 60],
    "rain.temperatures.POSSIBLE_C": [70],
    "report.typeset.SCREEN_PPI": [150],
    "strict_csv.MAX_DAYS": [200_000],
    "strict_csv.MAX_BYTES": [16 * MB],
    "workbooks.MOST_UNPACKED_BYTES": [200 * MB],
    "workbooks.MOST_COLUMNS": [60],
}
LAYERS = {
    "GROUND": (7, False), "TOPSOIL": (8, True), "FROST": (4, True), "WATER_TABLE": (5, True), "CUT": (30, False),
    "FILL": (32, False), "BACKFILL": (32, False), "PAD": (8, False), "TANK": (7, False), "RISER": (7, False),
    "WATER": (5, True), "TOE": (30, True), "TEXT": (7, False),
    "SECTION_GROUND": (7, False), "SECTION_WALL": (8, False),
    "SECTION_ROOF": (7, False), "SECTION_GUTTER": (7, False), "SECTION_DOWNPIPE": (5, False),
    "SECTION_SCREEN": (7, True), "SECTION_PIPE": (5, False), "SECTION_STORM": (4, True),
    "SECTION_INLET_LEVEL": (8, True), "SECTION_TANK": (7, False), "SECTION_LID": (7, False),
    "SECTION_WATER": (5, True), "SECTION_HELD_WATER": (5, True), "SECTION_OVERFLOW": (4, False),
}  # fmt: skip
"""Of each kind of line on the drawing: its colour, by the index of the format; whether it is dashed."""


def test_a_number_is_what_was_read_a_second_time():
    # Where things stand in the pictures of the report, in points of paper, is layout: it is looked at.
    kept = {name: values for name, values in constants(lean_year.formats).items() if "report.pictures." not in name}
    kept.pop("exports.drawing.LOOK")
    assert set(kept) == set(SECOND)
    for name, values in kept.items():
        assert values == pytest.approx(SECOND[name], rel=1e-9), name


@pytest.mark.parametrize(("name", "unit", "metric"), [("saltmarrow", 6, 1), ("brindle-landing", 2, 0)])
def test_a_drawing_has_a_layer_for_each_kind_of_line_and_says_its_unit(name, unit, metric):
    drawing = ezdxf.read(io.StringIO(write_dxf(edited(name))))
    made = {layer.dxf.name: layer for layer in drawing.layers if layer.dxf.name in LAYERS}
    looks = {key: (layer.dxf.color, layer.dxf.linetype.upper() != "CONTINUOUS") for key, layer in made.items()}
    assert looks == LAYERS
    assert (drawing.header["$INSUNITS"], drawing.header["$MEASUREMENT"]) == (unit, metric)
    assert {each.dxf.layer for each in drawing.modelspace()} <= set(LAYERS)
