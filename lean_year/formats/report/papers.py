"""The sheets of paper that a plan is handed over on."""

from collections.abc import Callable, Mapping
from typing import Literal

from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.handover import handover_sheet
from lean_year.formats.report.install import install_sheet
from lean_year.formats.report.operating import operating_sheet
from lean_year.formats.report.owner.report import owner_report
from lean_year.formats.report.survey_sheet import survey_sheet
from lean_year.formats.report.water_order import water_order_sheet

PaperName = Literal["report", "install", "survey", "operating", "handover", "water_order"]
PAPERS: Mapping[PaperName, Callable[[Facts], Sheet]] = {
    "report": owner_report,
    "install": install_sheet,
    "survey": survey_sheet,
    "operating": operating_sheet,
    "handover": handover_sheet,
    "water_order": water_order_sheet,
}
"""For the owner, for the crew, for whoever goes to see the site; for the wall of the plant room, and to keep; and for
whoever brings water."""
PAPER_FILES: Mapping[PaperName, str] = {
    "report": "report",
    "install": "install sheet",
    "survey": "survey sheet",
    "operating": "operating sheet",
    "handover": "hand-over",
    "water_order": "order for water",
}
"""How a file of each is named, after the property."""
