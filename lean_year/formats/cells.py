"""Cells of a table that a spreadsheet opens: no text of a person is taken for a formula."""

_BEGINS_A_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def safe_cell(text: str) -> str:
    """A text as a cell that no spreadsheet works out.

    >>> safe_cell("=1+1"), safe_cell("Tee, 110 mm")
    ("'=1+1", 'Tee, 110 mm')
    """
    return f"'{text}" if text.startswith(_BEGINS_A_FORMULA) else text


def bare_cell(text: str) -> str:
    """The text of a cell that was made safe.

    >>> bare_cell("'=1+1"), bare_cell(" '90s "), bare_cell("x ")
    ('=1+1', "'90s", 'x')
    """
    bare = text.strip()
    return bare[1:] if bare.startswith("'") and bare[1:].startswith(_BEGINS_A_FORMULA) else bare
