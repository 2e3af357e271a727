"""A rain file that is read otherwise is seen: `recorded_imports.py` says how."""

import json

import pytest

from tests.formats.rain.recorded_imports import FILE, FILES, read_as


@pytest.mark.parametrize("name", FILES)
def test_a_file_is_read_as_it_was(name):
    assert read_as(name) == json.loads(FILE.read_text("utf-8"))[name]
