"""Tables of the trade, kept as TOML beside the rules (`core/data`), each with its source."""

import tomllib
from collections.abc import Callable
from functools import cache
from importlib.resources import files
from typing import Any, TypeVar

Row = TypeVar("Row")


@cache
def table(name: str) -> dict[str, Any]:
    """A table of `core/data` by the name of its file. Shared, and not to be changed.

    >>> table("grounds")["basis"]
    'from_memory'
    """
    return tomllib.loads((files("lean_year.core") / f"data/{name}.toml").read_text("utf-8"))


def rows(kind: Callable[..., Row], name: str) -> dict[Any, Row]:
    """The rows of a table by their key, in their order, each made by `kind` of its other values.

    >>> list(rows(dict, "grounds"))[:2]
    ['clay', 'sand']
    """
    return {
        row["key"]: kind(**{field: value for field, value in row.items() if field != "key"})
        for row in table(name)["row"]
    }
