"""How good each figure is: no better than the worst of what it rests on."""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from functools import cache as once
from inspect import isclass
from typing import Any, TypeVar, get_args, get_origin

from pydantic import BaseModel

from lean_year.core.basis import BEST_FIRST, Basis, worst
from lean_year.plan.answer.cache import cached
from lean_year.plan.answer.figure import Figure
from lean_year.plan.answer.inputs import Input

Answer = TypeVar("Answer", bound=BaseModel)


@dataclass(frozen=True, slots=True)
class Mark:
    """How good one input of a property is, and what of it is not entered."""

    basis: Basis
    what: str = ""


class Marks:
    """How good every input of a property is. Two that say the same are equal; their hash is worked out once, because
    they are part of the key of every answer."""

    def __init__(self, by_input: Mapping[Input, Mark]) -> None:
        self._by_input = dict(by_input)
        self._hash = hash(tuple(by_input.items()))
        self._resting: dict[tuple[Basis, tuple[Input, ...]], tuple[Basis, tuple[str, ...]]] = {}

    def resting(self, basis: Basis, rests_on: tuple[Input, ...]) -> tuple[Basis, tuple[str, ...]]:
        """How good a figure is whose rule has a basis and that rests on some inputs, and what of them makes it worse
        than its rule; worked out once for the many that rest on the same."""
        key = basis, rests_on
        if key not in self._resting:
            marks = [self._by_input[name] for name in rests_on]
            found = worst([basis, *(each.basis for each in marks)])
            worse = BEST_FIRST.index(found) > BEST_FIRST.index(basis)
            weakest = dict.fromkeys(each.what for each in marks if each.basis == found) if worse else ()
            self._resting[key] = found, tuple(weakest)
        return self._resting[key]

    def __hash__(self) -> int:
        return self._hash

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Marks) and self._by_input == other._by_input


def marked(answer: Answer, marks: Marks) -> Answer:
    """The same answer, each of its figures with the mark of the worst that it rests on."""
    return _marked(answer, marks)  # type: ignore[return-value]


@cached(64)
def _marked(answer: BaseModel, marks: Marks) -> BaseModel:
    changes: dict[str, Any] = {}
    for name in _holds_figures(type(answer)):
        value = getattr(answer, name)
        if isinstance(value, dict):
            changes[name] = {key: _of(figure, marks) for key, figure in value.items()}
        elif isinstance(value, list):
            changes[name] = [_marked(each, marks) for each in value]
        elif value is not None:
            changes[name] = _marked(value, marks)
    return answer.model_copy(update=changes)


def _of(figure: Figure, marks: Marks) -> Figure:
    basis, weakest = marks.resting(figure.basis, figure.rests_on)
    return figure.model_copy(update={"basis": basis, "weakest": list(weakest)}) if weakest else figure


@once
def _holds_figures(model: type[BaseModel]) -> tuple[str, ...]:
    """Fields of an answer that hold figures by key, or a part or rows that do."""
    return tuple(_fields(model))


def _fields(model: type[BaseModel]) -> Iterator[str]:
    for name, field in model.model_fields.items():
        origin, within = get_origin(field.annotation), get_args(field.annotation)
        parts = [field.annotation] if origin is None else within
        of_parts = origin is not dict and any(
            isclass(part) and issubclass(part, BaseModel) and _holds_figures(part) for part in parts
        )
        if of_parts or (origin is dict and within[1] is Figure):
            yield name
