"""An exported file that changes is seen: `recorded_exports.py` says how."""

import difflib

import pytest

from tests.formats.exports.recorded_exports import EXPORTED, exported, recorded


@pytest.mark.parametrize("name", EXPORTED)
def test_a_file_is_what_it_was(name):
    changed = difflib.unified_diff(recorded(name), exported(name), "recorded", "now", n=0, lineterm="")
    assert not (shown := list(changed)), "\n".join(shown[:40])
