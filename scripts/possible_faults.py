"""What can be changed in a file to make it wrong, in Python, the interface or a table; `planted_faults.py` draws."""

import ast
import difflib
import json
import random
import re
import subprocess
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any, TypeVar

from cosmic_ray.ast import ast_nodes, get_ast
from cosmic_ray.mutating import mutate_code
from cosmic_ray.plugins import get_operator, operator_names

ROOT = Path(__file__).resolve().parent.parent
# Types are written with a bar, decorators hold caches, and a name is no fault that a reader would make.
UNINTERESTING = re.compile(r"Bit(Or|And|Xor)|[LR]Shift|Decorator|Variable|ExceptionReplacer|NoOp|_Is(Not)?(_|$)")
UNSEEN_LINES = re.compile(r"slots=|String\(|print\(|json\.dumps|zlib\.compress")
"""Lines in which a change makes nothing else for a person: layout of memory, widths that SQLite ignores, commands."""
TABLE_NUMBER = re.compile(r"(?<![\w.\-\"])\d+(?:\.\d+)?(?![\w.\-\"%])")
UNIT = re.compile(r'(?<=unit=")[^"]+(?=")')
DRAWN = re.compile(r"(Drawing|Section\w*|Picture|Chart|Bars?|Scale|Curve|Lanes|Strip|Stack|Surface)\.tsx?$")
"""Files whose numbers say where something is drawn: the pictures show that, and no test of words could."""
UNITS = ("L", "m3", "m", "mm", "L/s", "kPa", "W", "%", "days", "years", "m2")
Each = TypeVar("Each")


@dataclass(frozen=True)
class Fault:
    path: str
    """Of the file, from the project's folder."""
    faulty: str
    """The whole file with the fault in it."""
    shown: str
    """Where it is and what it changes."""


def fault(path: str, source: str, faulty: str) -> Fault:
    lines = difflib.unified_diff(source.splitlines(), faulty.splitlines(), lineterm="", n=0)
    changed = [line for line in lines if not line.startswith(("---", "+++"))]
    at = re.match(r"@@ -(\d+)", changed[0])
    return Fault(path, faulty, f"{path}:{at.group(1) if at else '?'} " + " ".join(" ".join(changed[1:]).split()))


def faults_of_code(path: str, source: str, chance: random.Random) -> Iterator[Fault]:
    """What can be changed in a Python file, each by itself, every kind of change as likely as another."""
    nodes = list(ast_nodes(get_ast(source)))
    kinds: dict[str, list[tuple[Any, int]]] = {}
    for name in operator_names():
        if UNINTERESTING.search(name):
            continue
        operator = get_operator(name)()
        positions = sum(len(list(operator.mutation_positions(node))) for node in nodes)
        if positions:
            kind = name.partition("_")[0] if "Replace" in name and "_" in name else name
            kinds.setdefault(kind, []).extend((operator, occurrence) for occurrence in range(positions))
    units = list(UNIT.finditer(source))
    if units:
        kinds["unit"] = [(None, index) for index in range(len(units))]
    for operator, index in in_turn(kinds, chance):
        if operator is None:
            unit = units[index]
            other = chance.choice([each for each in UNITS if each != unit.group()])
            faulty = source[: unit.start()] + other + source[unit.end() :]
        else:
            faulty = mutate_code(source, operator, index)
        if faulty is not None and faulty != source and _is_python(faulty):
            made = fault(path, source, faulty)
            # `strict=` of a zip speaks only where another fault has made the lengths unequal.
            only_a_guard = faulty.replace("strict=False", "strict=True") == source
            if not only_a_guard and not UNSEEN_LINES.search(made.shown):
                yield made


def in_turn(kinds: dict[str, list[Each]], chance: random.Random) -> Iterator[Each]:
    """All of them in a random order, every kind as likely as another however often it occurs."""
    while kinds:
        kind = chance.choice(sorted(kinds))
        yield kinds[kind].pop(chance.randrange(len(kinds[kind])))
        if not kinds[kind]:
            del kinds[kind]


def faults_of_interface(path: str, source: str, chance: random.Random) -> Iterator[Fault]:
    """What can be changed in a file of the interface, as `web/scripts/faults.mjs` finds it."""
    command = ["node", "scripts/faults.mjs", str(Path(path).relative_to("web"))]
    listed = subprocess.run(command, cwd=ROOT / "web", capture_output=True, text=True, check=True).stdout
    # The places are counted as the interface's language does it, in units of UTF-16.
    units = source.encode("utf-16-le")
    kinds: dict[str, list[dict[str, Any]]] = {}
    for each in json.loads(listed):
        if not (each["kind"] in ("number", "sum") and DRAWN.search(path)):
            kinds.setdefault(each["kind"], []).append(each)
    for each in in_turn(kinds, chance):
        before, after = units[: 2 * each["start"]], units[2 * each["end"] :]
        yield fault(path, source, before.decode("utf-16-le") + each["text"] + after.decode("utf-16-le"))


def _is_python(source: str) -> bool:
    try:
        ast.parse(source)
    except SyntaxError:
        return False
    return True


def faults_of_table(path: str, source: str) -> Iterator[Fault]:
    """Every number of a table raised by a tenth; texts and sources are left as they are."""
    at = 0
    for line in source.splitlines(keepends=True):
        if not line.lstrip().startswith(("#", "source", "note", "label", "text", "name")):
            for number in TABLE_NUMBER.finditer(re.sub(r'"[^"]*"', lambda text: " " * len(text.group()), line)):
                raised = f"{float(number.group()) * 1.1 or 0.1:.6g}"
                yield fault(path, source, source[: at + number.start()] + raised + source[at + number.end() :])
        at += len(line)
