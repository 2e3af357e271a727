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

PaperName = Literal["report", "install", "survey", "operating", "handover"]
PAPERS: Mapping[PaperName, Callable[[Facts], Sheet]] = {
    "report": owner_report,
    "install": install_sheet,
    "survey": survey_sheet,
    "operating": operating_sheet,
    "handover": handover_sheet,
}
"""For the owner, for the crew, for whoever goes to see the site; for the wall of the plant room, and to keep."""
