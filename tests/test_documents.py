"""The documents lead where they say, and name nothing that they must not."""

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parent.parent
PATH = re.compile(r"`((?:tests|lean_year|web|core|plan|docs)/[\w/.-]+\.(?:py|toml|tsx|ts))`")
LINK = re.compile(r"\]\(([^)#]+)\)")


PAGES = ["README.md", "THIRD_PARTY.md", *(f"docs/{page.name}" for page in (ROOT / "docs").glob("*.md"))]


@pytest.mark.parametrize("page", PAGES)
def test_every_link_leads_to_a_file(page):
    links = [link for link in LINK.findall((ROOT / page).read_text("utf-8")) if "://" not in link]
    for link in links:
        assert ((ROOT / page).parent / link).is_file(), link


def test_every_picture_is_shown_in_the_readme():
    pictures = {picture.name for picture in (ROOT / "docs/screenshots").glob("*.png")}
    assert 5 <= len(pictures) < 20
    readme = (ROOT / "README.md").read_text("utf-8")
    assert all(picture in readme for picture in pictures)


@pytest.mark.parametrize("page", ["docs/architecture.md", "docs/how-it-is-checked.md"])
def test_every_path_named_in_the_documents_is_there(page):
    names = PATH.findall((ROOT / page).read_text("utf-8"))
    assert names
    for name in names:
        assert (ROOT / name).is_file() or (ROOT / "lean_year" / name).is_file(), name


@pytest.mark.parametrize(
    "lock", ["requirements/runtime.txt", "requirements/dev.txt", "requirements/faults.txt", "web/package-lock.json"]
)
def test_lock_files_hold_no_address_and_no_path(lock):
    text = (ROOT / lock).read_text("utf-8")
    assert not re.search(r'"resolved"|--index-url|--extra-index|--find-links|file:/|@ https?:', text)
    if lock.endswith(".txt"):
        assert text.count("--hash=sha256:") > 30
