"""Values that the core has from memory, each beside what another published table or the law behind it says.

The tables are those of the packages `fluids`, `chemicals` and `ht`. What nothing here confirms is listed in
`docs/sources.md`.
"""

import math

import numpy as np
import pytest
from chemicals.iapws import iapws95_Psat, iapws95_rho
from fluids.atmosphere import ATMOSPHERE_1976
from fluids.fittings import Hooper2K, K_ball_valve_Crane, entrance_sharp, exit_normal, ft_Crane
from fluids.friction import friction_factor
from ht.insulation import building_materials
from scipy.integrate import quad
from scipy.optimize import brentq

from lean_year.core.ground.flotation import BUOYANT_SOIL_KN_M3, DRY_SOIL_KN_M3
from lean_year.core.ground.tank_weights import CONCRETE_KG_M3, CRATE_KG_M3, STONE_KG_M3
from lean_year.core.ground.wind import AIR_KG_M3
from lean_year.core.hydraulics.air_and_vapour import atmosphere_kpa, vapour_pressure_kpa
from lean_year.core.hydraulics.pipes import ENTRY_LOSS, EXIT_LOSS, VISCOSITY_M2_S
from lean_year.core.pump.hot_water import density_kg_m3
from lean_year.core.pump.surge import WAVE_M_S
from lean_year.core.tables import table
from lean_year.core.units import GRAVITY_M_S2, M2_PER_SQUARE_FOOT, MM_PER_INCH
from lean_year.core.water_path.first_flush import HOLE_DISCHARGE
from lean_year.core.water_path.gutters import (
    DESIGN_SHARE,
    PIPE_ROUGHNESS_MM,
    downpipe_capacity_l_s,
    gutter_capacity_l_s,
    half_round_area_mm2,
    opening_capacity_l_s,
)
from lean_year.core.water_path.overflow import BALL_VALVE, BEND_45, BEND_90, CHECK_VALVE, TEE_BRANCH, TEE_THROUGH
from lean_year.core.water_path.screens import MESH_DISCHARGE

pytestmark = pytest.mark.reference

SHARP_EDGE = math.pi / (math.pi + 2)
"""Of a long slit, by free streamlines (Kirchhoff 1869)."""


@pytest.mark.parametrize("celsius", [0.01, 4, 20, 40, 60, 80, 99])
def test_water_is_as_heavy_and_as_ready_to_boil_as_in_the_steam_formulation(celsius):
    """IAPWS-95, in `chemicals`; Kell's density and the saturation line here are other, shorter equations."""
    assert density_kg_m3(celsius) == pytest.approx(iapws95_rho(celsius + 273.15, 101_325.0), rel=2e-5)
    assert vapour_pressure_kpa(celsius) == pytest.approx(iapws95_Psat(celsius + 273.15) / 1000, rel=2e-4)


@pytest.mark.parametrize("height_m", [-400, 0, 1_000, 3_000, 8_000])
def test_the_air_presses_as_in_the_us_standard_atmosphere(height_m):
    """US Standard Atmosphere 1976, in `fluids`: below 11 km the same air as ISO 2533, here without the small
    difference between height and geopotential height."""
    air = ATMOSPHERE_1976(float(height_m))
    assert atmosphere_kpa(height_m) == pytest.approx(air.P / 1000, rel=2.5e-3)
    if height_m == 0:
        assert pytest.approx(air.rho, rel=1e-3) == AIR_KG_M3


def test_entries_exits_and_sharp_edges_lose_what_the_handbooks_say():
    """Blevins, Crane, Idelchik and Swamee have 0.5, Rennels 0.57; an exit loses all of its speed."""
    assert ENTRY_LOSS in {entrance_sharp(method=name) for name in ("Blevins", "Crane", "Idelchik", "Swamee")}
    assert exit_normal() == EXIT_LOSS
    for edge in (HOLE_DISCHARGE, MESH_DISCHARGE):
        assert edge == pytest.approx(SHARP_EDGE, rel=0.03)


@pytest.mark.parametrize(
    ("ours", "name", "most_times"),
    [
        (BEND_90, "Elbow, 90°, Standard (R/D = 1), Screwed", 2),
        (BEND_45, "Elbow, 45°, Standard (R/D = 1), All types", 2),
        (TEE_THROUGH, "Tee, Run, Screwed", 5),
        (TEE_BRANCH, "Elbow, Used as, Standard, Screwed", 2.1),
        (CHECK_VALVE, "Valve, Check, Swing", 1.5),
    ],
)
def test_fittings_lose_at_least_what_hooper_says_of_an_overflow_pipe(ours, name, most_times):
    """Hooper's 2-K method (1981), in `fluids`, in a pipe of 4 inches. Ours are those for any size, on the safe side;
    what a tee loses straight through is small beside the rest."""
    theirs = Hooper2K(Di=4.0, Re=1e5, name=name)
    assert theirs <= ours <= most_times * theirs


def test_a_ball_valve_of_full_bore_loses_no_more_than_that():
    """Crane's rule in `fluids`, for 1 to 4 inches."""
    for bore_m in (0.025, 0.05, 0.1):
        assert 0.4 < K_ball_valve_Crane(D1=bore_m, D2=bore_m, angle=0.0, fd=ft_Crane(bore_m)) / BALL_VALVE < 1


@pytest.mark.parametrize("diameter_mm", [50, 75, 100, 150, 200])
def test_a_downpipe_carries_a_film_that_runs_as_fast_as_its_wall_lets_it(diameter_mm):
    """A third of the section as a film on the wall that falls at a steady speed: its weight against the friction of
    Darcy-Weisbach with Colebrook's factor (`fluids`), four times the film's thickness for the bore."""
    bore_m, fill = diameter_mm / 1000, 0.33
    area_m2, film_m = math.pi / 4 * bore_m**2 * fill, bore_m * fill / 4
    speed = 1.0
    for _ in range(60):
        factor = friction_factor(Re=speed * 4 * film_m / VISCOSITY_M2_S, eD=PIPE_ROUGHNESS_MM / (4000 * film_m))
        speed = math.sqrt(2 * GRAVITY_M_S2 * 4 * film_m / factor)
    assert downpipe_capacity_l_s(diameter_mm=diameter_mm) == pytest.approx(1000 * area_m2 * speed, rel=0.05)


def _code_l_s(area_ft2: float) -> float:
    """Of a row of the code's tables: roof at an inch an hour."""
    return area_ft2 * M2_PER_SQUARE_FOOT * MM_PER_INCH / 3600


def test_the_us_code_and_the_european_standard_agree_on_downpipes_and_gutters():
    """Two tables that were made apart: leaders within an eighth, half-round gutters to the slightest fall within a
    twelfth of the nominal capacity."""
    for inches, area_ft2 in table("gutters")["code"]["vertical"].items():
        ours = downpipe_capacity_l_s(diameter_mm=float(inches) * MM_PER_INCH)
        assert _code_l_s(area_ft2) == pytest.approx(ours, rel=1 / 8)
    for inches, area_ft2 in table("gutters")["code"]["semicircular_gutter"].items():
        section = half_round_area_mm2(float(inches) * MM_PER_INCH)
        assert _code_l_s(area_ft2) == pytest.approx(
            gutter_capacity_l_s(section_mm2=section) / DESIGN_SHARE, rel=1 / 12
        )


@pytest.mark.parametrize("width_mm", [75, 100, 125, 150, 200])
def test_a_level_gutter_carries_four_fifths_of_what_one_without_friction_would(width_mm):
    """Water that comes in from the side brings no speed along: the thrust of the still end, full to its edge, equals
    thrust and momentum at the outlet, where it falls away at critical depth. What a gutter carries goes by A to the
    power 1.25, as in the standard; friction takes the last fifth."""
    radius_m = width_mm / 2000

    def half_chord_m(height_m: float) -> float:
        return math.sqrt(max(radius_m**2 - (radius_m - height_m) ** 2, 0.0))

    def area_m2(depth_m: float) -> float:
        return quad(lambda z: 2 * half_chord_m(z), 0, depth_m)[0]

    def thrust_m3(depth_m: float) -> float:
        return quad(lambda z: 2 * half_chord_m(z) * (depth_m - z), 0, depth_m)[0]

    def beyond(depth_m: float) -> float:
        """With critical flow, Q^2 = g A^3 / T, Q^2 / (g A) = A^2 / T."""
        return thrust_m3(depth_m) + area_m2(depth_m) ** 2 / (2 * half_chord_m(depth_m)) - thrust_m3(radius_m)

    critical = brentq(beyond, 1e-4, radius_m)
    ideal = 1000 * math.sqrt(GRAVITY_M_S2 * area_m2(critical) ** 3 / (2 * half_chord_m(critical)))
    nominal = gutter_capacity_l_s(section_mm2=half_round_area_mm2(width_mm)) / DESIGN_SHARE
    assert nominal / ideal == pytest.approx(0.80, abs=0.01)


def test_an_outlet_is_a_weir_of_its_rim_and_then_a_sharp_edged_hole():
    """Critical depth over the whole rim is the most that a weir passes; drowned, a hole passes its sharp-edged share
    of the area times the speed of a fall through the head."""
    weir = 1000 * math.pi * 0.1 * (2 / 3) ** 1.5 * math.sqrt(GRAVITY_M_S2) * 0.03**1.5
    assert 0.75 < opening_capacity_l_s(diameter_mm=100, head_mm=30) / weir < 0.85
    hole = 1000 * SHARP_EDGE * math.pi / 4 * 0.1**2 * math.sqrt(2 * GRAVITY_M_S2 * 0.2)
    assert opening_capacity_l_s(diameter_mm=100, head_mm=200) == pytest.approx(hole, rel=0.02)


def _wave_m_s(stiffness_pa: float, bore_over_wall: float) -> float:
    """Korteweg 1878: water of 2.18 GPa in a pipe that gives."""
    water_pa, rho = 2.18e9, 998.2
    return math.sqrt(water_pa / rho / (1 + water_pa / stiffness_pa * bore_over_wall))


def test_a_wave_of_pressure_runs_as_fast_as_water_and_pipe_let_it():
    """Moduli: polyethylene 0.8 to 1.1 GPa (SDR 11), PVC 3 (thick in small pipe), copper 117, steel 200."""
    soft, stiff = _wave_m_s(0.8e9, 9), _wave_m_s(3.0e9, 10)
    assert soft < WAVE_M_S["plastic"] <= stiff * 1.01, "the stiffest is planned with: it hits hardest"
    copper, steel = _wave_m_s(117e9, 25), _wave_m_s(200e9, 13)
    assert copper < WAVE_M_S["metal"] < steel


def test_soil_weighs_what_grains_and_voids_of_usual_shares_weigh():
    """Quartz grains of 2.65 times water, 0.5 to 0.9 of voids on each of grains: sands to soft clay."""
    grains, unit_kn_m3 = 2.65, GRAVITY_M_S2
    voids = np.array([0.5, 0.9])
    under_water = unit_kn_m3 * (grains - 1) / (1 + voids)
    assert under_water[1] - 0.05 <= BUOYANT_SOIL_KN_M3 < under_water[0], "the lighter holds less: the safe end"
    dry, soaked = unit_kn_m3 * grains / (1 + voids), unit_kn_m3 * (grains + voids) / (1 + voids)
    assert dry[1] < DRY_SOIL_KN_M3 < soaked[0]


def test_materials_weigh_what_the_building_tables_say():
    """ISO 10456 and ASHRAE, in `ht`."""
    assert building_materials["Concrete, reinforced with 2% steel"][0] == CONCRETE_KG_M3
    soft, hard = building_materials["Stone, gneiss"][0], building_materials["Stone, natural, crystalline rock"][0]
    assert soft <= STONE_KG_M3 <= hard
    light, heavy = (
        building_materials[f"Plastics, {name}"][0]
        for name in ("polypropylene", "polyethylene / polythene, high density")
    )
    assert light <= CRATE_KG_M3 <= heavy
