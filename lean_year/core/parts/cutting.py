"""Pieces cut from stock lengths: the least number of lengths that they come out of, with the saw's kerf.

A piece takes its own length and one kerf, the last of a bar no kerf: pieces `l` with a kerf `k` fit a bar `S` when
`sum(l + k) <= S + k`. That is bin packing. It is solved by bin completion after R. E. Korf, "An improved algorithm
for optimal bin packing", IJCAI 2003 (from memory): the longest piece left opens a bar, every way to fill it that no
other way is better than is tried, the fullest first, until the waste that a number of bars allows is used up.
"""

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import islice

from lean_year.core.errors import InputError, require_number

EXACT_UP_TO = 30
"""Pieces for which the least number is always found; with more, the search may end, and says so."""
MOST_PIECES = 2_000
LONGEST_MM = 1e6
SEARCHED_UP_TO = 200
"""Pieces for which fewer lengths than the two simple rules give are searched for."""
_MOST_WAYS = 2_000
"""To fill a bar, looked at for more pieces than `EXACT_UP_TO` before the best that was found is given."""
_LOOKED_OVER = 64
"""Ways to fill a bar that are put in order before the fullest is tried."""
_UNITS_MM = 1_000
"""Lengths are compared in thousandths of a millimetre, as whole numbers, so that sums are exact."""


@dataclass(frozen=True, slots=True)
class CutPlan:
    """How pieces are cut."""

    stock_mm: float
    kerf_mm: float
    layout_mm: tuple[tuple[float, ...], ...]
    """Pieces of each stock length, the longest first."""
    least: int
    """A number of lengths that they cannot be cut from fewer than."""

    @property
    def stock_lengths(self) -> int:
        return len(self.layout_mm)

    @property
    def proven(self) -> bool:
        """Whether no plan needs fewer lengths."""
        return self.stock_lengths == self.least

    @property
    def offcuts_mm(self) -> tuple[float, ...]:
        """What is left of each length once its pieces are sawn off; 0 where it goes up in the last kerf."""
        return tuple(max(0.0, self.stock_mm - sum(bar) - len(bar) * self.kerf_mm) for bar in self.layout_mm)


def cut_plan(*, pieces_mm: Sequence[float], stock_mm: float, kerf_mm: float = 0.0) -> CutPlan:
    """The least number of stock lengths that pieces can be cut from.

    Parameters
    ----------
    pieces_mm : sequence of float
        At most 2,000, each above 0 and at most `stock_mm`. [mm]
    stock_mm : float
        Above 0 to 1,000,000. [mm]
    kerf_mm : float, default 0
        What the saw takes, 0 to 100. [mm]

    Returns
    -------
    CutPlan
        Of the least number up to 30 pieces; with more, of a number that is `proven` or the best that was found.

    Raises
    ------
    InputError
        Naming the piece that is longer than the stock.

    Notes
    -----
    Basis: derived; bin completion (Korf 2003, from memory), its bound that of Martello and Toth (L2, from memory).

    Examples
    --------
    >>> plan = cut_plan(pieces_mm=[2400, 1800, 1195, 600], stock_mm=3000, kerf_mm=3)
    >>> plan.layout_mm, plan.offcuts_mm, plan.proven
    (((2400,), (1800, 1195), (600,)), (597.0, 0.0, 2397.0), True)
    """
    stock = require_number("stock_mm", stock_mm, low=1e-3, high=LONGEST_MM)
    kerf = require_number("kerf_mm", kerf_mm, low=0, high=100)
    if len(pieces_mm) > MOST_PIECES:
        raise InputError("pieces_mm", f"must be at most {MOST_PIECES:,} pieces, got {len(pieces_mm):,}")
    for number, piece in enumerate(pieces_mm):
        if not math.isfinite(piece) or not 0 < piece <= stock:
            raise InputError(
                f"pieces_mm[{number}]", f"must be above 0 and at most the stock length, {stock:g}, got {piece:g}"
            )
    widths = [_whole(piece) + _whole(kerf) for piece in pieces_mm]
    order = sorted(range(len(widths)), key=lambda number: -widths[number])
    room = _whole(stock) + _whole(kerf)
    bars, least = _pack([widths[number] for number in order], room)
    return CutPlan(
        stock_mm=stock,
        kerf_mm=kerf,
        layout_mm=tuple(tuple(pieces_mm[order[place]] for place in bar) for bar in bars),
        least=least,
    )


def _whole(length_mm: float) -> int:
    return round(length_mm * _UNITS_MM)


Bars = list[list[int]]
"""Places of the pieces in each bar."""


def _pack(widths: list[int], room: int) -> tuple[Bars, int]:
    """Bars for widths, the largest first, and a bound under their number."""
    best = min(_best_fit(widths, room), _first_fit(widths, room), key=len)
    least = lower_bound(widths, room)
    while least < len(best) and len(widths) <= SEARCHED_UP_TO:
        search = _Search(math.inf if len(widths) <= EXACT_UP_TO else _MOST_WAYS)
        found = search.within(tuple(enumerate(widths)), least, room)
        if found is not None:
            return found, least
        if search.ways_left <= 0:
            break
        least += 1
    return best, least


def _best_fit(widths: list[int], room: int) -> Bars:
    bars: Bars = []
    left: list[int] = []
    for place, width in enumerate(widths):
        fits = [number for number, free in enumerate(left) if free >= width]
        if fits:
            number = min(fits, key=left.__getitem__)
            bars[number].append(place)
            left[number] -= width
        else:
            bars.append([place])
            left.append(room - width)
    return bars


def _first_fit(widths: list[int], room: int) -> Bars:
    bars: Bars = []
    left: list[int] = []
    for place, width in enumerate(widths):
        number = next((number for number, free in enumerate(left) if free >= width), None)
        if number is None:
            bars.append([place])
            left.append(room - width)
        else:
            bars[number].append(place)
            left[number] -= width
    return bars


def lower_bound(widths: Sequence[int], room: int) -> int:
    """A number of bars that no packing is under: Martello and Toth's L2.

    >>> lower_bound([6, 6, 6, 3], 10), lower_bound([4, 4, 2], 10)
    (3, 1)
    """
    best = math.ceil(sum(widths) / room)
    for small in {0, *(width for width in widths if 2 * width <= room)}:
        alone = sum(width > room - small for width in widths)
        halves = [width for width in widths if room - small >= width > room / 2]
        middle = sum(width for width in widths if room / 2 >= width >= small)
        free = len(halves) * room - sum(halves)
        best = max(best, alone + len(halves) + max(0, math.ceil((middle - free) / room)))
    return best


Numbered = tuple[tuple[int, int], ...]
"""Place and width of each piece, the widest first."""


class _Search:
    """For a packing in a number of bars, until so many ways to fill a bar have been looked at."""

    def __init__(self, ways: float) -> None:
        self.ways_left = ways
        self._failed: set[tuple[int, ...]] = set()

    def within(self, pieces: Numbered, bars: int, room: int) -> Bars | None:
        """The pieces in so many bars; None where that cannot be, or was not found in time."""
        if not pieces:
            return []
        widths = tuple(width for _, width in pieces)
        if widths in self._failed or lower_bound(widths, room) > bars:
            return None
        (first, width), rest = pieces[0], pieces[1:]
        for filling in self._fillings(rest, room - width, bars * room - sum(widths)):
            taken = {place for place, _ in filling}
            left = tuple(each for each in rest if each[0] not in taken)
            found = self.within(left, bars - 1, room)
            if found is not None:
                return [[first, *(place for place, _ in filling)], *found]
        if self.ways_left > 0:
            self._failed.add(widths)
        return None

    def _fillings(self, pieces: Numbered, room: int, waste: int) -> Iterator[Numbered]:
        """Ways to fill a bar to which no piece can be added, that waste no more than allowed, the fuller ones first.

        A way that differs from another by a piece of the same width is left out, and so is one that a single longer
        piece fills better: every packing stays as good when that piece is put in its place.
        """
        left = [sum(width for _, width in pieces[start:]) for start in range(len(pieces) + 1)]
        ways = _subsets(pieces, room, waste, left)
        while self.ways_left > 0 and (some := list(islice(ways, _LOOKED_OVER))):
            self.ways_left -= len(some)
            some.sort(key=lambda way: way[1])
            for filling, free in some:
                if not _beaten(filling, free, pieces):
                    yield filling


def _beaten(filling: Numbered, free: int, pieces: Numbered) -> bool:
    """Whether a piece that was left out would fit beside the filling, or in the place of a smaller piece of it."""
    taken = {place for place, _ in filling}
    own = {width for _, width in filling}
    left_out = {width for place, width in pieces if place not in taken}
    return any(other <= free or any(each < other <= each + free for each in own) for other in left_out)


def _subsets(
    pieces: Numbered, room: int, waste: int, from_on: Sequence[int], start: int = 0
) -> Iterator[tuple[Numbered, int]]:
    """Sets of pieces that fit and waste no more than allowed, one for each set of widths, with the room that they
    leave; none that another piece can be added to. `from_on` is what all pieces from each on take."""
    if room - from_on[start] > waste:
        return
    fits, before = False, -1
    for number in range(start, len(pieces)):
        width = pieces[number][1]
        if width > room or width == before:
            continue
        fits, before = True, width
        for rest, free in _subsets(pieces, room - width, waste, from_on, number + 1):
            yield (pieces[number], *rest), free
    if not fits and room <= waste:
        yield (), room
