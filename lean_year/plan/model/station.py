"""What a station is to the rest of the application: one entry of the registry."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, Protocol, TypeVar, cast

from pydantic import BaseModel

from lean_year.core.build.asked import NO_WORK, Work
from lean_year.core.parts.need import NO_NEEDS, Needs
from lean_year.plan.answer.choices import Choices
from lean_year.plan.answer.figure import Finding
from lean_year.plan.answer.wording import Wording
from lean_year.plan.model.property_model import PropertyModel


class Answer(Protocol):
    """Every station's answer has findings, whatever else."""

    findings: list[Finding]


AnyAnswer = TypeVar("AnyAnswer", bound=BaseModel)


@dataclass(frozen=True, slots=True)
class Station(Generic[AnyAnswer]):
    """One station: what it is called, what is entered for it, and how it is worked out and summed up."""

    key: str
    """Its name in the plan, in findings and in the interface."""
    name: str
    job_step: int
    """Where it comes in the order of the job; the registry has the order of the water."""
    entries: tuple[str, ...]
    """The parts of the document that are entered at it, as JSON pointers, with `*` for a row of a list. What two
    stations name is entered at the one that names it more closely."""
    answer: type[AnyAnswer]
    plan: Callable[[PropertyModel], AnyAnswer]
    headline: Callable[[PropertyModel, AnyAnswer], str]
    needs_rain: bool = False
    """Whether there is no answer without a record."""
    no_rain: str = ""
    """Its headline then."""
    choices: Callable[[Wording], Choices] = lambda _say: {}
    """What its entries offer to choose from, where more than a name is known of it."""
    needs: Callable[[PropertyModel, Any], Needs] = lambda _model, _answer: NO_NEEDS
    """What it asks to be bought, also without a record: where its answer needs one, it is None then."""
    work: Callable[[PropertyModel, Any], Work] = lambda _model, _answer: NO_WORK
    """What it asks to be done and to be seen while it is built, in the same way."""
    closes: bool = False
    """Whether it is worked out after all others, from what they ask to be bought and
    to be done (`PropertyModel.asked`, `PropertyModel.works`)."""
    undecided: Callable[[PropertyModel, AnyAnswer], bool] = lambda _model, _answer: False
    """Whether something that nobody can assume has not been decided or measured."""

    def of(self, plan: BaseModel) -> AnyAnswer | None:
        """This station's answer in a whole plan."""
        return cast(AnyAnswer | None, getattr(plan, self.key))
