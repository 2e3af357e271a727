"""What the package declares is what it imports."""

import ast
import re
import sys
import tomllib
from pathlib import Path

ROOT = Path(__file__).parent.parent
DECLARED = tomllib.loads((ROOT / "pyproject.toml").read_text("utf-8"))["project"]["dependencies"]
BUILD_ONLY = {"hatchling", "editables"}
IMPORTED_AS = {"argon2": "argon2-cffi", "PIL": "pillow"}


def imported() -> set[str]:
    found = set()
    for path in (ROOT / "lean_year").rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text("utf-8"))):
            if isinstance(node, ast.Import):
                found |= {alias.name.partition(".")[0] for alias in node.names}
            elif isinstance(node, ast.ImportFrom) and node.level == 0 and node.module:
                found.add(node.module.partition(".")[0])
    outside = found - set(sys.stdlib_module_names) - {"lean_year"}
    return {IMPORTED_AS.get(name, name.replace("_", "-")) for name in outside}


def test_what_is_imported_is_declared_and_nothing_else():
    assert set(DECLARED) == imported()


def test_what_is_declared_is_asked_for_and_locked():
    asked = set((ROOT / "requirements/runtime.in").read_text("utf-8").split("\n")[1:]) - {""} - BUILD_ONLY
    assert asked == set(DECLARED)
    locked = re.findall(r"^([a-z0-9-]+)==", (ROOT / "requirements/runtime.txt").read_text("utf-8"), re.MULTILINE)
    assert set(DECLARED) <= set(locked)
