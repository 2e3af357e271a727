"""The interface in Chromium: from the key that keeps an entry to the painted answer, and the first load."""

import gzip
import statistics
import tempfile
import time
from pathlib import Path

from playwright.sync_api import CDPSession, Page, sync_playwright

from bench.report import Row
from bench.yardstick import beside, yardstick_s
from lean_year.api.app import STATIC
from tests.serving import CHROMIUM, CHROMIUM_FLAGS, Server

EDITS = 40
LOADS = 7
MOVES = 180
SETTLED_MS = 4_000
# From the key to the frame after the one in which the revision on screen changed.
WATCH = """() => {
  window.__painted = null;
  const shown = document.querySelector('[data-testid="revision"]');
  document.querySelector('[aria-label="Tank size"]').addEventListener(
    'keydown', (event) => { if (event.key === 'Enter') window.__started = performance.now(); }, {capture: true});
  new MutationObserver(() => requestAnimationFrame(() => setTimeout(() => {
    window.__painted = performance.now() - window.__started;
  }))).observe(shown, {characterData: true, childList: true, subtree: true});
}"""


def _edits(page: Page) -> tuple[list[float], list[float]]:
    """From the key to the painted answer, and the yardstick before each. [s]"""
    page.evaluate(WATCH)
    tank = page.get_by_role("textbox", name="Tank size")
    times, yards = [], []
    for number in range(EDITS):
        yards.append(yardstick_s())
        page.evaluate("window.__painted = null")
        tank.fill(f"{70 + number * 0.5} m3")
        tank.press("Enter")
        page.wait_for_function("window.__painted !== null")
        times.append(page.evaluate("window.__painted") / 1e3)
    return times, yards


# Every frame's length while the section is dragged.
FRAMES = """() => {
  window.__frames = [];
  let last = performance.now();
  const next = (now) => { window.__frames.push(now - last); last = now; requestAnimationFrame(next); };
  requestAnimationFrame(next);
}"""


def _script_s(session: CDPSession) -> float:
    """Time that scripts have run on a page since its `Performance.enable`. [s]"""
    metrics = session.send("Performance.getMetrics")["metrics"]
    return next(float(each["value"]) for each in metrics if each["name"] == "ScriptDuration")


def _drag(page: Page) -> tuple[list[float], float]:
    """Frames while the tank is dragged on the level section, each longer than the screen's own rhythm, and the time
    that scripts take for each preview. [ms]"""
    previews: list[str] = []
    page.on("response", lambda answer: previews.append(answer.url) if answer.url.endswith("/preview") else None)
    handle = page.get_by_role("slider", name="Floor of Liner tank")
    handle.wait_for()
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(FRAMES)
    session = page.context.new_cdp_session(page)
    session.send("Performance.enable")
    began_s = _script_s(session)
    for step in range(MOVES):
        page.mouse.move(x, y - 40 * abs((step % 60) / 30 - 1))
        page.wait_for_timeout(16)
    frames: list[float] = page.evaluate("window.__frames.splice(1)")
    script_ms = 1000 * (_script_s(session) - began_s) / max(1, len(previews))
    page.mouse.up()
    return frames, script_ms


def _first_view_kb(page: Page, address: str) -> float:
    """Scripts that are fetched before the tank can be dragged, compressed. [kB]"""
    files: list[str] = []
    page.on("response", lambda answer: files.append(answer.url) if answer.url.endswith(".js") else None)
    page.goto(address, wait_until="commit")
    page.get_by_role("slider", name="Tank size").wait_for()
    return sum(len(gzip.compress((STATIC / "assets" / url.rsplit("/", 1)[1]).read_bytes())) for url in files) / 1000


def measure() -> list[Row]:
    """Painted answers, first load, size of the script."""
    with (
        tempfile.TemporaryDirectory() as folder,
        Server(Path(folder), with_demo=True) as server,
        sync_playwright() as p,
    ):
        browser = p.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        # Only the waiting for the mark needs this; the page itself does nothing that its policy forbids.
        page = browser.new_page(viewport={"width": 1280, "height": 800}, bypass_csp=True)
        page.goto(server.url)
        page.get_by_role("link", name="Saltmarrow").click()
        page.get_by_role("textbox", name="Tank size").wait_for()
        times, yards = _edits(page)
        address = page.url
        loads, load_yards = [], []
        for _ in range(LOADS):
            load_yards.append(yardstick_s())
            fresh = browser.new_context(viewport={"width": 1280, "height": 800})
            visitor = fresh.new_page()
            start = time.perf_counter()
            visitor.goto(address, wait_until="commit")
            visitor.get_by_role("slider", name="Tank size").wait_for()
            loads.append(time.perf_counter() - start)
            fresh.close()
        script = _first_view_kb(browser.new_context().new_page(), address)
        page.goto(address.replace("/cistern", "/gutters"))
        page.get_by_role("slider", name="Floor of Liner tank").wait_for()
        page.wait_for_timeout(SETTLED_MS)  # the other sheets are fetched by then
        drag_yards = [yardstick_s() for _ in range(LOADS)]
        frames, preview_ms = _drag(page)
        drag_yards += [yardstick_s() for _ in range(LOADS)]
        browser.close()
    late, load = statistics.quantiles(times, n=20)[-1], statistics.median(loads)
    return [
        beside("edit to painted answer in the browser, 95th percentile", late, yards, 0.2),
        Row("script for the first view, compressed", f"{script:.0f} kB", "200 kB", script < 200),
        beside("first load until the tank can be dragged, median", load, load_yards, 1.5),
        beside("script for each preview while the level section is dragged", preview_ms / 1000, drag_yards, 0.016),
        Row(
            "longest frame while the level section is dragged",
            f"{max(frames):.0f} ms (of {len(frames)}, median {statistics.median(frames):.0f} ms)",
            "50 ms",
            max(frames) <= 50,
        ),
    ]
