"""Settings for all tests."""

import os

from hypothesis import settings

import lean_year  # noqa: F401 before numpy, whose threads it sets

# No test is timed: the first replay of a fresh clone compiles its kernels. On CI the examples are the same every
# time, so that a change is judged by what it changed.
settings.register_profile("here", deadline=None, derandomize=os.environ.get("CI") == "true")
settings.load_profile("here")
