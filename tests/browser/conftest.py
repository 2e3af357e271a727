import json
import urllib.request

import pytest
from playwright.sync_api import expect, sync_playwright

from lean_year.demo.shipped import demo_file
from tests.serving import CHROMIUM, CHROMIUM_FLAGS, Server

DESK = {"width": 1280, "height": 800}
PHONE = {"width": 390, "height": 844}
FIRM_NAME = "rain.firm.example"
RESOLVE = f"--host-resolver-rules=MAP {FIRM_NAME} 127.0.0.3"

# No test is timed: this only says when to stop waiting, on a machine that does much else at the time.
expect.set_options(timeout=30_000)


def standing(page_url):
    """The state of the property that a page shows, as its server has it."""
    base, rest = page_url.split("/p/")
    with urllib.request.urlopen(f"{base}/api/properties/{rest.split('/')[0]}") as answer:
        return json.load(answer)


@pytest.fixture(scope="session")
def browser():
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=[*CHROMIUM_FLAGS, RESOLVE])
        yield browser
        browser.close()


@pytest.fixture(scope="session")
def server(tmp_path_factory):
    """One server for all: each test opens a property of its own in it."""
    with Server(tmp_path_factory.mktemp("data")) as server:
        yield server


def brought_in(server, file):
    """The address of a new property, made from the text of a property file."""
    sent = urllib.request.Request(
        f"{server.url}/api/properties/file",
        data=file.encode(),
        headers={"Content-Type": "application/octet-stream", "Origin": server.url},
    )
    with urllib.request.urlopen(sent) as answer:
        return f"{server.url}/p/{json.load(answer)['id']}"


def copied(server, name):
    """The address of a fresh copy of a demo property, without its other alternatives."""
    return brought_in(server, demo_file(name).model_copy(update={"alternatives": []}).model_dump_json())


@pytest.fixture(scope="session")
def looked_at(server):
    """The address of a demo property that tests look at and leave as it is."""
    return copied(server, "saltmarrow")


@pytest.fixture
def open_demo(page, server):
    """Opens a fresh copy of a demo property, at the cistern."""

    def open_copy(name):
        page.goto(f"{copied(server, name)}/cistern")
        expect(page.get_by_test_id("verdict")).to_contain_text("years")
        return page

    return open_copy


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
def own_server(tmp_path):
    """A server that may be stopped."""
    with Server(tmp_path, with_demo=True) as server:
        yield server


@pytest.fixture
def phone(browser):
    """A browser on a phone, without a signal as long as the server does not run."""
    context = browser.new_context(viewport=PHONE, has_touch=True, is_mobile=True)
    yield context
    context.close()


@pytest.fixture
def page(context):
    return context.new_page()


@pytest.fixture
def demo_page(open_demo):
    """Saltmarrow, at the cistern."""
    return open_demo("saltmarrow")
