"""Quotes of a property: made, answered, and what differs since."""

import datetime as dt
import json
from dataclasses import dataclass, replace
from typing import cast

from lean_year.api.kept_pages import KeptPages
from lean_year.api.papers import facts_of
from lean_year.api.workshop import Workshop
from lean_year.core.errors import InputError
from lean_year.formats.report.blocks import Sheet
from lean_year.formats.report.facts import Facts
from lean_year.formats.report.quote import QuoteHead, change_order_sheet, quote_sheet
from lean_year.formats.report.typeset import Paper, draw_pages, write_pdf
from lean_year.plan.all_supplies import PlannedBy
from lean_year.plan.compared.as_sold import (
    AsSold,
    ChangesSince,
    Offered,
    as_sold,
    book_of_today,
    changes_since,
    offered,
    require_priced,
    with_prices_agreed,
)
from lean_year.plan.model.book_prices import BookPrices
from lean_year.plan.whole import plan_property
from lean_year.property.document import Property
from lean_year.property.front import each_in_front
from lean_year.store import quotes
from lean_year.store.database import writing
from lean_year.store.properties import StaleRevision, Stored
from lean_year.store.quotes import ListedQuote, NewQuote, QuoteStanding


class Quoting:
    """What the routes ask for, over one workshop."""

    def __init__(self, workshop: Workshop) -> None:
        self._workshop = workshop
        self._engine = workshop.engine
        self._pages = KeptPages()

    def listed(self, property_id: str) -> list[ListedQuote]:
        """Of the site of a property, the newest first."""
        return quotes.list_quotes(self._engine, property_id)

    def make(self, property_id: str, base: int, paper: Paper, note: str, by: str) -> ListedQuote:
        """Offer a design as it stands.

        Raises
        ------
        StaleRevision
            If another revision stands than the one that was looked at.
        InputError
            If a price is missing.
        """
        stored = self._standing(property_id, base)
        planned_by = self._workshop.planned_by(stored.document, property_id, priced=True)
        what = offered(stored.document, planned_by)
        book = self._workshop.book().book
        own = next(each.name for each in stored.alternatives if each.id == property_id)
        sold = as_sold(stored.document, what, book, own)
        each = self._facts(stored, planned_by)
        facts = each[0]
        until = facts.date + dt.timedelta(days=facts.firm.valid_days)
        with writing(self._engine) as session:
            numbered = quotes.next_number(session)
            sheet = quote_sheet(each, what, QuoteHead(str(numbered[0]), until, note))
            new = _new(stored, sold, paper, facts.date, until, note, by)
            quote_id = quotes.add_quote(session, numbered, new, _written(sold, sheet, paper, facts.date))
        return quotes.listed_quote(self._engine, property_id, quote_id)

    def changes(self, property_id: str, quote_id: str) -> ChangesSince:
        """What of a design differs from what was agreed on last: the quote, or its latest accepted change order."""
        stored = self._workshop.stored(property_id)
        return self._changes(stored, self._agreed(property_id, quote_id)).found

    def make_change_order(
        self, property_id: str, quote_id: str, base: int, paper: Paper, note: str, by: str
    ) -> ListedQuote:
        """Offer what differs from what was agreed on.

        Raises
        ------
        StaleRevision
        InputError
            If the quote is not accepted, nothing differs, a price is missing, or another change order is open.
        """
        stored = self._standing(property_id, base)
        quote = quotes.listed_quote(self._engine, property_id, quote_id)
        if quote.change_of is not None or quote.standing != "accepted":
            raise InputError("quote", "must be an accepted one; before that, make a new quote")
        waits = next((each for each in self.listed(property_id) if _open_change(each, quote)), None)
        if waits is not None:
            raise InputError("quote", f"has a change order {waits.number} that is open; have it answered first")
        agreed = self._agreed(property_id, quote_id)
        since = self._changes(stored, agreed)
        require_priced(since.found.missing)
        if not since.found.anything:
            raise InputError("changes", "are none: the design is as agreed")
        facts = facts_of(self._workshop, replace(stored, document=since.priced), since.by.planned_of(since.priced))
        until = facts.date + dt.timedelta(days=facts.firm.valid_days)
        book = book_of_today(agreed, self._workshop.book().book)
        own = next(each.name for each in stored.alternatives if each.id == property_id)
        sold = as_sold(since.priced, since.what, book, own)
        with writing(self._engine) as session:
            numbered = quotes.next_number(session, quote.number)
            head = QuoteHead(f"{numbered[0]}/{numbered[1]}", until, note)
            sheet = change_order_sheet(facts, head, quote.number, since.found)
            new = _new(stored, sold, paper, facts.date, until, note, by)
            made = quotes.add_quote(session, numbered, new, _written(sold, sheet, paper, facts.date))
        return quotes.listed_quote(self._engine, property_id, made)

    def answer(self, property_id: str, quote_id: str, standing: QuoteStanding, by: str) -> ListedQuote:
        """Write how it was answered."""
        quotes.answer_quote(self._engine, property_id, quote_id, standing, by)
        return quotes.listed_quote(self._engine, property_id, quote_id)

    def pdf(self, property_id: str, quote_id: str) -> bytes:
        """As it was handed over, to the byte."""
        return quotes.pdf_of(self._engine, property_id, quote_id)

    def pages(self, property_id: str, quote_id: str) -> tuple[list[bytes], Paper]:
        """Its pages as pictures, and on which paper."""
        text, on, date = quotes.sheet_of(self._engine, property_id, quote_id)
        paper = cast(Paper, on)
        return self._pages.of(quote_id, lambda: draw_pages(Sheet(**json.loads(text)), paper, date)), paper

    def _standing(self, property_id: str, base: int) -> Stored:
        stored = self._workshop.stored(property_id)
        if stored.revision != base:
            raise StaleRevision(stored.revision)
        return stored

    def _agreed(self, property_id: str, quote_id: str) -> AsSold:
        quote = quotes.listed_quote(self._engine, property_id, quote_id)
        of_it = [each for each in self.listed(property_id) if each.change_of == quote.number]
        accepted = [each.id for each in of_it if each.standing == "accepted"]
        text = quotes.frozen_of(self._engine, property_id, accepted[-1] if accepted else quote_id)
        return AsSold.model_validate_json(text)

    def _facts(self, stored: Stored, by: PlannedBy) -> list[Facts]:
        """Of each supply of a property."""
        return [
            facts_of(self._workshop, replace(stored, document=shown), by.planned_of(shown))
            for shown in each_in_front(stored.document)
        ]

    def _changes(self, stored: Stored, agreed: AsSold) -> "_Since":
        priced = with_prices_agreed(agreed, stored.document)
        prices = BookPrices(book_of_today(agreed, self._workshop.book().book), agreed.price.currency)
        rain = self._workshop.rain_of(priced)
        by = PlannedBy(lambda shown: plan_property(shown, rain, prices=prices), rain, prices)
        what = offered(priced, by)
        return _Since(changes_since(agreed, priced, what), priced, what, by)


@dataclass(frozen=True, slots=True)
class _Since:
    """What differs since something was agreed on, and the design as it stands, by the prices that were agreed on."""

    found: ChangesSince
    priced: Property
    what: Offered
    by: PlannedBy


def _open_change(each: ListedQuote, quote: ListedQuote) -> bool:
    return each.change_of == quote.number and each.standing == "open"


def _new(stored: Stored, sold: AsSold, paper: Paper, dated: dt.date, until: dt.date, note: str, by: str) -> NewQuote:
    return NewQuote(
        property_id=stored.id,
        revision=stored.revision,
        name=stored.document.name,
        alternative=sold.alternative,
        paper=paper,
        dated=dated,
        valid_until=until,
        note=note,
        currency=sold.price.currency,
        total=sold.price.total,
        made_by=by,
    )


def _written(sold: AsSold, sheet: Sheet, paper: Paper, date: dt.date) -> quotes.Written:
    return quotes.Written(
        frozen=sold.model_dump_json(),
        sheet=json.dumps(sheet.as_data(), ensure_ascii=False),
        pdf=write_pdf(sheet, paper, date),
    )
