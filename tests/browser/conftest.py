import pytest
from playwright.sync_api import expect, sync_playwright

from tests.serving import CHROMIUM, CHROMIUM_FLAGS, Server

DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}

expect.set_options(timeout=10_000)


@pytest.fixture(scope="session")
def browser():
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_FLAGS)
        yield browser
        browser.close()


@pytest.fixture
def server(tmp_path):
    with Server(tmp_path) as server:
        yield server


@pytest.fixture
def context(browser):
    """A fresh browser whose pages may not fail silently and may not leave this machine."""
    context = browser.new_context(viewport=DESK)
    failures = []
    outside = []
    context.on("weberror", lambda error: failures.append(str(error.error)))
    context.on("request", lambda asked: None if "//127.0.0.1" in asked.url else outside.append(asked.url))
    yield context
    context.close()
    assert failures == []
    assert [url for url in outside if not url.startswith(("data:", "blob:"))] == []


@pytest.fixture
def page(context):
    return context.new_page()


@pytest.fixture
def demo_page(page, server):
    """The demo, loaded by its button from an empty database, at the cistern."""
    page.goto(server.url)
    page.get_by_role("button", name="Load the demo, Saltmarrow").click()
    expect(page.get_by_test_id("verdict")).to_contain_text("38 of 40 years")
    return page
