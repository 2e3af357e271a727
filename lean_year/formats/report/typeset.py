"""A sheet as a PDF or as pictures of its pages, by Typst, with the fonts that ship with the application."""

import datetime as dt
import json
import re
from functools import cache
from pathlib import Path
from typing import TYPE_CHECKING, Literal, cast

from lean_year.formats.report.blocks import Sheet

if TYPE_CHECKING:
    import typst

Paper = Literal["a4", "letter"]
_HERE = Path(__file__).parent
_TYPST_PAPER = {"a4": "a4", "letter": "us-letter"}
_NOT_PRINTED = re.compile(r"[\x00-\x08\x0b-\x1f\x7f\u200b-\u200f\u202a-\u202e\u2060-\u206f\ufeff]")
"""Control characters, and those that turn the direction of what is written."""
SCREEN_PPI = 150.0
NO_GLYPH = ("could not be displayed", "missing codepoints")
"""How the typesetter says that none of the fonts has a character, or none that it can be read back from."""


@cache
def _fonts() -> "typst.Fonts":
    import typst  # here: large, and wanted by few

    return typst.Fonts(include_system_fonts=False, include_embedded_fonts=True, font_paths=[str(_HERE / "fonts")])


def _inputs(sheet: Sheet, paper: Paper, date: dt.date) -> dict[str, str]:
    data = sheet.as_data() | {"paper": _TYPST_PAPER[paper], "date": [date.year, date.month, date.day]}
    return {"data": json.dumps(_printed(data), ensure_ascii=False)}


def _printed(value: object) -> object:
    if isinstance(value, str):
        return _NOT_PRINTED.sub("", value)
    if isinstance(value, dict):
        return {key: _printed(each) for key, each in value.items()}
    if isinstance(value, (list, tuple)):
        return [_printed(each) for each in value]
    return value


def write_pdf(sheet: Sheet, paper: Paper, date: dt.date) -> bytes:
    """Tagged, its fonts embedded: the same bytes for the same sheet, paper and date.

    Held to PDF/UA-1, unless a name has characters that none of the fonts has.
    """
    import typst

    compiler = typst.Compiler(_HERE / "sheet.typ", root=_HERE, font_paths=_fonts())
    inputs = _inputs(sheet, paper, date)
    stamp = int(dt.datetime.combine(date, dt.time(), dt.UTC).timestamp())
    try:
        pdf = compiler.compile(format="pdf", sys_inputs=inputs, timestamp=stamp, pdf_standards="ua-1")
    except typst.TypstError as error:
        if not any(each in str(error) for each in NO_GLYPH):
            raise
        pdf = compiler.compile(format="pdf", sys_inputs=inputs, timestamp=stamp)
    return cast(bytes, pdf)


def draw_pages(sheet: Sheet, paper: Paper, date: dt.date) -> list[bytes]:
    """Each page as a PNG, for the screen: there, pictures in an SVG would lose their fonts."""
    import typst

    compiler = typst.Compiler(_HERE / "sheet.typ", root=_HERE, font_paths=_fonts())
    pages = compiler.compile(format="png", ppi=SCREEN_PPI, sys_inputs=_inputs(sheet, paper, date))
    return cast(list[bytes], pages if isinstance(pages, list) else [pages])
