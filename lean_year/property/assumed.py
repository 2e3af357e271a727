"""What nobody has entered, named by JSON pointers in a document's `assumed`."""

from collections.abc import Container, Iterable, Iterator, Sequence
from functools import cache
from typing import Any, get_args

from lean_year.property.parts import Part

_NO_ASSUMPTION = {
    "version", "assumed", "parts", "survey", "audit", "photos", "permits", "hand_over", "keeping",
    # What names a part, or says whether it counts, whom it serves and where it stands on a drawing.
    "id", "name", "article", "vessel_article",
    "on", "drains", "served", "garden_served", "supply", "others", "x_m", "y_m",
    "phase", "built_phase", "datum", "currency",
    # A question that is asked of the plan, on which nothing else rests.
    "first_day", "first_year_wanted_l",
}  # fmt: skip


def not_entered(part: Part, at: str = "", among: Container[str] | None = None) -> Iterator[str]:
    """Pointers of the values that stand in a part because nobody gave others; `at` is its own, and only those
    `among` its fields are looked at, where that is said.

    What is empty stands for nothing: it is unknown, or there is none, and says so.
    """
    for name in may_be_assumed(type(part)):
        if among is None or name in among:
            yield from _values(getattr(part, name), f"{at}/{name}", guessed=name not in part.model_fields_set)


@cache
def may_be_assumed(part: type[Part]) -> tuple[str, ...]:
    """Fields of a part; not the tag that tells a shape from the others, which can have one value alone."""
    return tuple(
        name
        for name, field in part.model_fields.items()
        if name not in _NO_ASSUMPTION and not (name == "kind" and len(get_args(field.annotation)) == 1)
    )


def _values(value: Any, at: str, *, guessed: bool) -> Iterator[str]:
    """Pointers of the values in a part or a list: of all that are `guessed`, of the others those that nobody gave."""
    if isinstance(value, Part):
        given = value.model_fields_set
        for name in may_be_assumed(type(value)):
            yield from _values(getattr(value, name), f"{at}/{name}", guessed=guessed or name not in given)
    elif isinstance(value, list) and any(isinstance(row, Part) for row in value):
        for number, row in enumerate(value):
            yield from _values(row, f"{at}/{number}", guessed=guessed)
    elif guessed and value is not None and value not in ([], {}, ""):
        yield at


def by_value(document: Part, assumed: Iterable[str], among: Container[str] | None = None) -> list[str]:
    """The same, each value by itself where the part that it stands in was named: entering one leaves the rest.

    What stands in other fields of the document than those `among` is left as it is, where that is said.
    """
    found: dict[str, None] = {}
    held: dict[str, Any] = {"": document}
    for pointer in dict.fromkeys(assumed):
        if among is not None and pointer.startswith("/") and pointer.split("/", 2)[1] not in among:
            found[pointer] = None
            continue
        value = _at(pointer, held) if pointer.startswith("/") else _NOWHERE
        if isinstance(value, (Part, list)):
            found.update(dict.fromkeys(_values(value, pointer, guessed=True)))
        elif pointer and value not in ("", {}):
            found[pointer] = None
    return list(found)


@cache
def _fields_of(part: type[Part]) -> frozenset[str]:
    return frozenset(part.model_fields)  # which pydantic puts together anew each time it is asked


_NOWHERE = object()
"""Where a pointer leads to that leads nowhere: it is kept as it is, and so is one of a value that is not there."""


def _at(pointer: str, held: dict[str, Any]) -> Any:
    """The value at a pointer; `held` are those that were found on the way to others."""
    if pointer in held:
        return held[pointer]
    above, _, step = pointer.rpartition("/")
    value = _at(above, held)
    if isinstance(value, Part) and step in _fields_of(type(value)):
        value = getattr(value, step)
    elif isinstance(value, list) and step.isdecimal() and step == str(int(step)) and int(step) < len(value):
        value = value[int(step)]
    else:
        value = _NOWHERE
    held[pointer] = value
    return value


def covers(pointer: str, other: str) -> bool:
    """Whether a pointer names a value, or a part that it stands in.

    >>> covers("/pump", "/pump/cut_in_kpa"), covers("/pump/cut_in_kpa", "/pump"), covers("/roofs/1", "/roofs/10")
    (True, False, False)
    """
    return other == pointer or other.startswith(f"{pointer}/")


def _whole_and_parts(pointer: str) -> Iterator[str]:
    """The parts that a value stands in, from the outermost, and itself."""
    at = pointer.find("/", 1)
    while at > 0:
        yield pointer[:at]
        at = pointer.find("/", at + 1)
    yield pointer


class Assumed:
    """What is assumed, to be asked about many places at once."""

    def __init__(self, pointers: Iterable[str]) -> None:
        self._named = set(pointers)
        self._within = {each for pointer in self._named for each in _whole_and_parts(pointer)}

    def covers(self, pointer: str) -> bool:
        """Whether a value is named, by itself or by a part that it stands in."""
        return any(each in self._named for each in _whole_and_parts(pointer))

    def touches(self, pointer: str) -> bool:
        """Whether a value, or anything in it, is named.

        >>> prices = Assumed(["/prices", "/roofs/1/runoff"])
        >>> prices.touches("/prices/tank_m3"), prices.touches("/roofs"), prices.touches("/roofs/0")
        (True, True, False)
        """
        return pointer in self._within or self.covers(pointer)


def still_assumed(assumed: Sequence[str], operation: dict[str, Any]) -> list[str]:
    """What is assumed after an RFC 6902 operation: what it writes is entered now, and the rest follows its row;
    what is moved is what it was."""
    kind, path = operation["op"], operation["path"]
    if kind == "test" or path.startswith("/assumed"):
        return list(assumed)
    if kind == "move":
        start = operation["from"]
        carried = [f"{path}{pointer[len(start) :]}" for pointer in assumed if covers(start, pointer)]
        left = still_assumed(assumed, {"op": "remove", "path": start})
        return [*still_assumed(left, {"op": "add", "path": path}), *carried]
    parent, _, last = path.rpartition("/")
    if last.isdigit() and kind in ("add", "copy"):
        return [_moved(pointer, parent, int(last), 1) for pointer in assumed]
    left = [pointer for pointer in assumed if not covers(path, pointer)]
    if last.isdigit() and kind == "remove":
        return [_moved(pointer, parent, int(last), -1) for pointer in left]
    return left


def _moved(pointer: str, parent: str, first: int, by: int) -> str:
    """A pointer after the entries of a list have moved, from the `first` on."""
    if not pointer.startswith(f"{parent}/"):
        return pointer
    number, *rest = pointer[len(parent) + 1 :].split("/")
    if not number.isdigit() or int(number) < first:
        return pointer
    return "/".join([parent, str(int(number) + by), *rest])
