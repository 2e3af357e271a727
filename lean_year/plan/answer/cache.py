"""Results held from one plan to the next, by all that they read.

An edit changes a few values of a document; what does not read them need not be worked out again. A cached function
says which parts of the document it reads and is handed a document that holds no others: a part that was forgotten is
an error the first time it is asked for, and never a plan of something else.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from functools import cache as once
from functools import update_wrapper
from threading import Lock
from typing import Any, Concatenate, Generic, ParamSpec, TypeVar, cast

from pydantic import TypeAdapter

from lean_year.property.document import Property
from lean_year.property.parts import grouped_by_field, restricted_to

P = ParamSpec("P")
Result = TypeVar("Result")
_PARTS_HELD = 1_024
_NAMED = object()
"""In the key of a call, before what is given by name."""
_BY_VALUE = frozenset((float, int, str, bytes, bool, type(None)))


class ByIdentity:
    """Stands in a key for something that has no value to compare by: equal only to itself."""

    __slots__ = ("it",)

    def __init__(self, it: object) -> None:
        self.it = it  # held, so that nothing else can take its place in memory

    def __hash__(self) -> int:
        return id(self.it)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, ByIdentity) and self.it is other.it


def key_of(argument: object) -> Hashable:
    """An argument as part of a key: by its value where it has one that cannot change, else by identity."""
    if type(argument) in _BY_VALUE:
        return argument
    if isinstance(argument, (tuple, list)):
        return tuple(map(key_of, argument))
    if isinstance(argument, dict):
        return tuple((name, key_of(each)) for name, each in argument.items())
    if type(argument).__hash__ is None:
        return ByIdentity(argument)
    try:
        hash(argument)
    except TypeError:  # a frozen part of something that has no value to compare by
        return ByIdentity(argument)
    return argument


def _key_of_call(args: tuple[object, ...], kwargs: dict[str, object]) -> Hashable:
    key = tuple(map(key_of, args))
    return (*key, _NAMED, key_of(kwargs)) if kwargs else key


class Cache(Generic[Result]):
    """The last results of one function. Nobody may change a result that is held."""

    def __init__(self, maxsize: int) -> None:
        # A plan asks several hundred times for what is held; a mapping written in Python would cost it a tenth more.
        self.results: OrderedDict[Hashable, Result] = OrderedDict()
        self.maxsize = maxsize
        self._lock = Lock()

    def get(self, key: Hashable, make: Callable[[], Result]) -> Result:
        """The result held under a key, made now if there is none."""
        with self._lock:
            try:
                result = self.results[key]
                self.results.move_to_end(key)
                return result
            except KeyError:
                pass
        made = make()
        with self._lock:
            self.results[key] = made
            if len(self.results) > self.maxsize:
                self.results.popitem(last=False)
        return made


_parts: Cache[tuple[object, object, bytes]] = Cache(_PARTS_HELD)


@once
def _adapter(part: str) -> TypeAdapter[Any]:
    return TypeAdapter(Property.model_fields[part].rebuild_annotation())


def _text_of(part: str, value: object) -> bytes:
    return _adapter(part).dump_json(value, warnings=False)


def _alone(part: str, names: tuple[str, ...], value: object) -> tuple[object, bytes]:
    """A part of a document with what is read of it alone, and that as text.

    The parts of one edit are asked for many times, so each is made once.
    """

    def make() -> tuple[object, object, bytes]:
        restricted = restricted_to(value, names)
        return value, restricted, _text_of(part, restricted)

    # The value is held with what comes of it, so that its identity cannot become another's.
    return _parts.get((part, names, id(value)), make)[1:]


def cached(maxsize: int) -> Callable[[Callable[P, Result]], Callable[P, Result]]:
    """Hold the results of a function by its arguments."""

    def decorate(function: Callable[P, Result]) -> Callable[P, Result]:
        held: Cache[Result] = Cache(maxsize)

        def call(*args: P.args, **kwargs: P.kwargs) -> Result:
            return held.get(_key_of_call(args, kwargs), lambda: function(*args, **kwargs))

        return cast(Callable[P, Result], update_wrapper(call, function))

    return decorate


def cached_by_parts(
    maxsize: int, *reads: str, narrowed: Callable[[Property], Property] | None = None
) -> Callable[[Callable[Concatenate[Property, P], Result]], Callable[Concatenate[Property, P], Result]]:
    """Hold the results of a function of a document by the parts of it that the function reads.

    Parameters
    ----------
    maxsize : int
    *reads : str
        Parts of the document, or of a part (`household.irrigation`), or of each part of a list (`roofs.pitch_deg`).
        The function gets no others.
    narrowed : callable, optional
        Takes away more of what the function does not read; what is left is both what it gets and its key.
    """
    parts = grouped_by_field(reads)

    def decorate(
        function: Callable[Concatenate[Property, P], Result],
    ) -> Callable[Concatenate[Property, P], Result]:
        held: Cache[Result] = Cache(maxsize)

        def call(document: Property, *args: P.args, **kwargs: P.kwargs) -> Result:
            alone = {part: _alone(part, names, getattr(document, part)) for part, names in parts.items()}

            def seen() -> Property:
                return Property.of_parts_alone({part: restricted for part, (restricted, _) in alone.items()})

            if narrowed is None:
                key = tuple(text for _, text in alone.values()), _key_of_call(args, kwargs)
                return held.get(key, lambda: function(seen(), *args, **kwargs))
            left = narrowed(seen())
            texts = tuple(
                text if getattr(left, part) is restricted else _text_of(part, getattr(left, part))
                for part, (restricted, text) in alone.items()
            )
            return held.get((texts, _key_of_call(args, kwargs)), lambda: function(left, *args, **kwargs))

        return cast(Callable[Concatenate[Property, P], Result], update_wrapper(call, function))

    return decorate
