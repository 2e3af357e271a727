"""Sheets of paper of a property as it stands: as a PDF, and page by page for the screen."""

import datetime as dt
from copy import copy

from lean_year.api.kept_pages import KeptPages
from lean_year.api.workshop import Workshop
from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.papers import PAPERS, PaperName
from lean_year.formats.report.typeset import Paper, draw_pages, write_pdf
from lean_year.plan.whole import Planned
from lean_year.store.properties import Stored


class Papers:
    """What the routes ask for, over one workshop."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop
        self._pages = KeptPages()

    def by(self, workshop: Workshop) -> "Papers":
        """The same from another workshop, such as one that shows another supply."""
        other = copy(self)
        other._workshop = workshop
        return other

    def pdf(self, property_id: str, name: PaperName, paper: Paper) -> bytes:
        """The whole sheet, dated today."""
        sheet, date = self._sheet(property_id, name)
        return write_pdf(sheet, paper, date)

    def pages(self, property_id: str, name: PaperName, paper: Paper) -> list[bytes]:
        """Each page as a PNG, dated today; kept until the property or the firm's book changes."""
        stored = self._workshop.stored(property_id)
        stands = stored.revision, self._workshop.written_on(property_id).version, self._workshop.book().version
        key = property_id, self._workshop.supply, stands, name, paper, dt.date.today()

        def draw() -> list[bytes]:
            sheet, date = self._sheet(property_id, name)
            return draw_pages(sheet, paper, date)

        return self._pages.of(key, draw)

    def _sheet(self, property_id: str, name: PaperName) -> tuple[Sheet, dt.date]:
        stored = self._workshop.stored(property_id)
        facts = facts_of(self._workshop, stored, self._workshop.plan(stored.document, property_id))
        return PAPERS[name](facts), facts.date


def facts_of(workshop: Workshop, stored: Stored, planned: Planned) -> Facts:
    """What a sheet of a property is written from, today."""
    own = next(each for each in stored.alternatives if each.id == stored.id)
    return Facts(
        stored.document,
        planned,
        workshop.rain_of(stored.document),
        date=dt.date.today(),
        alternative=own.name if len(stored.alternatives) > 1 else "",
        firm=workshop.book().book.terms.firm,
        record=workshop.written_on(stored.id),
    )
