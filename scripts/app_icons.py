"""Draws the icons of the installed application from its mark; run when the mark changes."""

from pathlib import Path

from playwright.sync_api import sync_playwright

from tests.serving import CHROMIUM, CHROMIUM_FLAGS

ASSETS = Path(__file__).resolve().parent.parent / "web/public/assets"
GROUND = "#fbf8f0"
MARGIN = 0.16
"""On each side: a phone may cut the icon to a circle."""


def main() -> None:
    mark = (ASSETS / "mark.svg").read_text()
    with sync_playwright() as play:
        browser = play.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        for size in (192, 512):
            page = browser.new_page(viewport={"width": size, "height": size})
            page.set_content(
                f"<style>body{{margin:0;background:{GROUND};padding:{size * MARGIN}px}}svg{{display:block;width:100%;"
                f"height:{size * (1 - 2 * MARGIN)}px}}</style>{mark}"
            )
            page.screenshot(path=ASSETS / f"icon-{size}.png")
        browser.close()


if __name__ == "__main__":
    main()
