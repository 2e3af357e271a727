"""What a quick sum is."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field


@dataclass(frozen=True, slots=True)
class SumInput:
    """One number that a sum asks for."""

    name: str
    unit: str
    low: float
    high: float


@dataclass(frozen=True, slots=True)
class QuickSum:
    """A named sum: what it asks, what it answers (output name to unit) and the formula in words."""

    name: str
    label: str
    inputs: tuple[SumInput, ...]
    outputs: Mapping[str, str]
    formula: str
    work_out: Callable[..., dict[str, float]]
    methods: Mapping[str, tuple[SumInput, ...]] = field(default_factory=dict)
    """Where it can be worked out in several ways: what each asks besides. Empty for one way."""
    choice: str = "method"
    """The input that says which way."""
    usual: str | None = None
    """The way that counts where none is named; None where one must be."""

    def asked(self, method: str | None) -> tuple[SumInput, ...]:
        """All inputs of a method."""
        return self.inputs + self.methods.get(method or "", ())
