"""The firm's shelf: one for all properties. Every change is one transaction."""

from collections.abc import Iterable

from sqlalchemy import Engine, delete, func, insert, select

from lean_year.core.errors import InputError
from lean_year.property.shelf import KINDS, MOST_ARTICLES, Article, ArticleId, id_of
from lean_year.store.database import reading, writing
from lean_year.store.tables import ShelfArticleRow


class AlreadyKept(Exception):
    """Another article of the same kind and name is on the shelf."""


def load_shelf(engine: Engine) -> list[Article]:
    """All of it, by kind and name."""
    with reading(engine) as session:
        rows = session.scalars(select(ShelfArticleRow).order_by(ShelfArticleRow.kind, ShelfArticleRow.name))
        return [KINDS[row.kind].model_validate_json(row.article) for row in rows]


def put_articles(engine: Engine, articles: Iterable[Article], *, over: bool) -> None:
    """Write articles; `over` those that are there under the same kind and name, of which the others stay.

    Raises
    ------
    AlreadyKept
        If one is there, is another, and is not to be written over; nothing is written then.
    InputError
        If the shelf would have more articles than it may.
    """
    with writing(engine) as session:
        for article in articles:
            kind, name = id_of(article)
            row = session.get(ShelfArticleRow, (kind, name))
            written = article.model_dump_json()
            if row is None:
                session.execute(insert(ShelfArticleRow).values(kind=kind, name=name, article=written))
            elif over:
                row.article = written
            elif KINDS[kind].model_validate_json(row.article) != article:
                raise AlreadyKept(name)
        count = session.scalar(select(func.count()).select_from(ShelfArticleRow)) or 0
        if count > MOST_ARTICLES:
            raise InputError("articles", f"would be {count:,}; a shelf has at most {MOST_ARTICLES:,}")


def take_out(engine: Engine, ids: Iterable[ArticleId]) -> None:
    """Take articles off the shelf; what is not there is none."""
    with writing(engine) as session:
        for kind, name in ids:
            session.execute(delete(ShelfArticleRow).where(ShelfArticleRow.kind == kind, ShelfArticleRow.name == name))
