"""What comes of entering each supply, kept as a property file in docs/examples/supplies with a list of its presses.

Run as a module to enter them all and write them anew.
"""

import re
import tempfile
import time
from pathlib import Path

from playwright.sync_api import sync_playwright

from lean_year.property.document import Property, PropertyFile
from tests.browser.entering.hand import Hand
from tests.browser.entering.supplies import SUPPLIES
from tests.serving import CHROMIUM, CHROMIUM_FLAGS, Server

FOLDER = Path(__file__).parents[3] / "docs/examples/supplies"
MOST_PRESSES = 60
HEAD = """# Supplies entered on the screens

Each file is a property as it stands once an installer has entered that supply, from *New property* on. A press is a
click, or Enter after an entry; what is typed or picked in one place is one press with the click that opened it.
`tests/browser/test_entered_supplies.py` enters each anew and holds it to its file and its presses;
`tests/property/test_entered_supplies.py` plans each and holds it to have no finding that is not its own.
`python -m tests.browser.entering.kept` writes them. None has rain of its own: bring a record in, or choose one
that is there.

| file | what it is | presses |
|---|---|---|
"""


def as_kept(document: dict) -> str:
    """A property as its server has it, without the record of rain, which is no part of the example."""
    entered = Property.model_validate(document)
    bare = entered.model_copy(update={"rain": entered.rain.model_copy(update={"record_id": None})})
    return PropertyFile(property=bare).model_dump_json(indent=1, exclude_none=True) + "\n"


def kept_presses() -> dict[str, int]:
    """How many presses the list says that each takes."""
    rows = re.findall(r"^\| `([a-z-]+)\.json` \| .* \| (\d+) \|$", (FOLDER / "README.md").read_text("utf-8"), re.M)
    return {key: int(presses) for key, presses in rows}


def _write_all() -> None:
    FOLDER.mkdir(exist_ok=True)
    rows = []
    with tempfile.TemporaryDirectory() as data, Server(Path(data), with_demo=True) as server, sync_playwright() as p:
        browser = p.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        for key, enter in SUPPLIES.items():
            page = browser.new_context(viewport={"width": 1280, "height": 800}).new_page()
            began = time.monotonic()
            hand = Hand(page, server.url)
            enter(hand)
            print(f"{key}: {hand.presses} presses, {time.monotonic() - began:.0f} s")
            (FOLDER / f"{key}.json").write_text(as_kept(hand.state["document"]), "utf-8")
            what = (enter.__doc__ or "").strip().rstrip(".")
            rows.append(f"| `{key}.json` | {what[0].lower()}{what[1:]} | {hand.presses} |\n")
            page.context.close()
        browser.close()
    (FOLDER / "README.md").write_text(HEAD + "".join(rows), "utf-8")


if __name__ == "__main__":
    _write_all()
