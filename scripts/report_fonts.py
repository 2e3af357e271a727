"""Make the fonts of the report from those of the interface: `.venv/bin/python scripts/report_fonts.py`.

Typesetting takes fonts of one weight each, in TrueType; the interface ships fonts of all weights, packed for browsers
and parted by alphabet. Run it again where the interface takes a newer version of them.
"""

import tempfile
from pathlib import Path

from fontTools.merge import Merger
from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).parent.parent
PACKED = ROOT / "web/node_modules/@fontsource-variable"
OUT = ROOT / "lean_year/formats/report/fonts"
TEXT = "atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-{}-wght-normal.woff2"
HEAD = "bricolage-grotesque/files/bricolage-grotesque-{}-standard-normal.woff2"
ALPHABETS = ("latin", "latin-ext")
BOLD, REGULAR = 700, 400
FAMILY, STYLE, UNIQUE, FULL, POSTSCRIPT = 1, 2, 3, 4, 6
OTHER_NAMES = (16, 17, 21, 22, 25)


def make(packed: str, axes: dict[str, float], family: str, weight: int, out: str) -> None:
    """One font of one weight, of all alphabets."""
    with tempfile.TemporaryDirectory() as folder:
        parts = []
        for alphabet in ALPHABETS:
            font = instantiateVariableFont(TTFont(PACKED / packed.format(alphabet)), axes)
            font.flavor = None
            parts.append(f"{folder}/{alphabet}.ttf")
            font.save(parts[-1])
        whole = Merger().merge(parts)
    style = "Bold" if weight == BOLD else "Regular"
    names = whole["name"]
    for each in (FAMILY, STYLE, UNIQUE, FULL, POSTSCRIPT, *OTHER_NAMES):
        names.removeNames(nameID=each)
    for each, words in (
        (FAMILY, family), (STYLE, style), (UNIQUE, f"{family} {style}"), (FULL, f"{family} {style}"),
        (POSTSCRIPT, f"{family.replace(' ', '')}-{style}"),
    ):  # fmt: skip
        names.setName(words, each, 3, 1, 0x409)
    table = whole["OS/2"]
    table.usWeightClass, table.usWidthClass = weight, 5
    table.fsSelection = table.fsSelection & ~0b1100001 | (0x20 if weight == BOLD else 0x40)
    whole["head"].macStyle = 1 if weight == BOLD else 0
    whole.save(OUT / out)


if __name__ == "__main__":
    make(TEXT, {"wght": 430}, "Atkinson Hyperlegible Next", REGULAR, "text-regular.ttf")
    make(TEXT, {"wght": 650}, "Atkinson Hyperlegible Next", BOLD, "text-bold.ttf")
    make(HEAD, {"wght": 700, "wdth": 85, "opsz": 24}, "Bricolage Grotesque", BOLD, "head-bold.ttf")
