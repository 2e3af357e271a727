"""Saltmarrow: a farmstead on the invented island of Merrowick, with an invented forty-year record.

Winter rain and a dry summer, no mains, water by barge as the last resort.
"""

from lean_year.property.document import Cistern, Household, PlanArea, Property, Rain, Rectangle, Roof

RECORD_NAME = "Merrowick Quay, invented"
RECORD_NOTE = (
    "An invented daily record from a seeded generator, October 1985 to September 2025. "
    "Not an observation of any real place."
)


def saltmarrow(record_id: str | None = None) -> Property:
    """The demo property as it stands in the shipped demo."""
    return Property(
        name="Saltmarrow",
        place="Merrowick, above the cove",
        units="metric",
        roofs=[
            Roof(
                id="house",
                name="House, slate",
                material="glazed_tile",
                extent=Rectangle(length_m=13.2, width_m=9.4),
                pitch_deg=38,
                loss_mm=0.5,
            ),
            Roof(
                id="studio",
                name="Studio, metal",
                material="metal",
                extent=Rectangle(length_m=5.6, width_m=11.0, along_slope=True),
                pitch_deg=12,
                loss_mm=0.4,
            ),
            Roof(
                id="barn",
                name="Barn",
                material="metal",
                extent=PlanArea(area_m2=148),
                pitch_deg=20,
                loss_mm=0.4,
            ),
        ],
        rain=Rain(record_id=record_id),
        household=Household(
            residents=3,
            habit="careful",
            litres_person_day=80,
            guests=[0, 0, 0, 0.3, 0.6, 1, 1.8, 1.8, 0.6, 0, 0, 0.4],
            garden_l_month=[0, 0, 0, 600, 1_600, 2_600, 3_200, 3_000, 1_200, 0, 0, 0],
        ),
        cistern=Cistern(tank_l=86_000, below_outlet_l=3_000, fire_reserve_l=4_000, short_years_allowed=2),
        assumed=["/roofs/2/runoff", "/cistern/start_share"],
    )
