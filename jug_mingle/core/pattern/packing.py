"""Rectangles fitted into rectangles: motifs onto faces, or pieces out of sheets, with the least left over.

For every bin fillings are sought: of blocks of pieces with sides alike (`blocks`), and from its lowest open
corner upwards. Which of them go together is then decided by constraint programming, so that no piece is used
twice. Up to `EXACT` pieces every set of them is tried, and the answer is the best there is; beyond, it is the
best found within so many steps.
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from itertools import combinations
from typing import Final

from jug_mingle.core.pattern.blocks import At, Size, blocks_of

EXACT: Final = 7
"""So many pieces are packed as well as they can be."""

_CLOSE: Final = 1e-5
"""What is nearer is the same. [m]"""

_WASTES: Final = (0.0, 0.04, 0.08, 0.12, 0.18, 0.3, 1.0)
"""Shares of a bin that a filling may leave open, tried one after the other."""

_SLACKS: Final = (0.0, 0.02, 0.06)
"""Shares of a block that may be open, tried one after the other."""

_WORK: Final = 0.2
"""What choosing among the fillings may take, in the solver's own measure of work."""

_ENOUGH: Final = 160
"""Fillings of one bin that are kept."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Put:
    """A piece in a bin: its upper left corner, and whether it is turned by a quarter."""

    piece: int
    bin: int
    x: float
    y: float
    turned: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Packed:
    """What was put where, what was left over, and the share of the used bins that is covered. [0..1]"""

    put: tuple[Put, ...]
    left: tuple[int, ...]
    used: float
    best: bool


@dataclass(slots=True)
class _Search:
    """A search for fillings of one bin."""

    width: float
    height: float
    sizes: Sequence[Size]
    turning: bool
    steps: int
    """How many more it may take."""


_Skyline = list[tuple[float, float, float]]


def pack(
    pieces: Sequence[Size], bins: Sequence[Size], *, turning: bool = True, pinned: Sequence[Put] = (),
    steps: int = 40_000,
) -> Packed:  # fmt: skip
    """Return pieces put into bins so that the most is covered, in the fewest bins.

    Parameters
    ----------
    pieces, bins : sequence of (width, height)
        [m]
    turning : bool
        Whether a piece may be turned by a quarter.
    pinned : sequence of Put
        What stays where it is; the rest of its bin is used around it.
    steps : int
        After so many what was found by then is taken: a second or so.

    Raises
    ------
    ValueError
        If a size is not above 0, or a pinned piece does not lie within its bin.
    """
    if any(min(size) <= 0.0 for size in (*pieces, *bins)):
        raise ValueError("every piece and every sheet is wider and higher than 0")
    fixed = {one.piece for one in pinned}
    free = [n for n in range(len(pieces)) if n not in fixed]
    rooms = list(_rooms(pieces, bins, pinned))
    sizes = [pieces[n] for n in free]
    exact = len(free) <= EXACT
    chosen = (_exactly if exact else _nearly)(sizes, rooms, turning, steps)
    put = list(pinned)
    for room, filling in chosen:
        at = rooms[room]
        put += [
            Put(piece=free[n], bin=at.bin, x=at.x + x, y=at.y + y, turned=turned)
            for n, x, y, turned in filling
        ]
    there = {one.piece for one in put}
    covered = sum(pieces[one.piece][0] * pieces[one.piece][1] for one in put)
    open_bins = sum(bins[n][0] * bins[n][1] for n in {one.bin for one in put})
    return Packed(
        put=tuple(sorted(put, key=lambda one: (one.bin, one.y, one.x))),
        left=tuple(n for n in range(len(pieces)) if n not in there),
        used=covered / open_bins if open_bins else 0.0, best=exact and not pinned,
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class _Room:
    """A free rectangle of a bin."""

    bin: int
    x: float
    y: float
    w: float
    h: float


def _rooms(pieces: Sequence[Size], bins: Sequence[Size], pinned: Sequence[Put]) -> Iterator[_Room]:
    """Yield the bins, those with pinned pieces cut into rectangles around them."""
    for number, (w, h) in enumerate(bins):
        rooms = [_Room(number, 0.0, 0.0, w, h)]
        for one in pinned:
            if one.bin != number:
                continue
            size = pieces[one.piece][::-1] if one.turned else pieces[one.piece]
            if (
                one.x < -_CLOSE
                or one.y < -_CLOSE
                or one.x + size[0] > w + _CLOSE
                or one.y + size[1] > h + _CLOSE
            ):
                raise ValueError(
                    f"piece {one.piece + 1} is pinned past the edge of its sheet: move it, or let it go"
                )
            rooms = [rest for room in rooms for rest in _around(room, one.x, one.y, *size)]
        yield from rooms


def _around(room: _Room, x: float, y: float, w: float, h: float) -> Iterator[_Room]:
    left, right = max(x, room.x), min(x + w, room.x + room.w)
    top, low = max(y, room.y), min(y + h, room.y + room.h)
    if left >= right or top >= low:
        yield room
        return
    for a, b, c, d in (
        (room.x, room.y, left - room.x, room.h), (right, room.y, room.x + room.w - right, room.h),
        (left, room.y, right - left, top - room.y), (left, low, right - left, room.y + room.h - low),
    ):  # fmt: skip
        if c > _CLOSE and d > _CLOSE:
            yield _Room(room.bin, a, b, c, d)


_Fillings = list[list[tuple[At, ...]]]
_Chosen = list[tuple[int, tuple[At, ...]]]


def _every_set(sizes: Sequence[Size], rooms: Sequence[_Room], turning: bool, steps: int) -> _Fillings:
    """Return of each room a filling by every set of pieces that goes into it."""
    found: _Fillings = []
    for room in rooms:
        own: list[tuple[At, ...]] = []
        for count in range(1, len(sizes) + 1):
            for some in combinations(range(len(sizes)), count):
                if sum(sizes[n][0] * sizes[n][1] for n in some) > room.w * room.h + _CLOSE:
                    continue
                search = _Search(room.w, room.h, sizes, turning, steps)
                filling = next(_fill(search, [(0.0, room.w, 0.0)], some, room.w * room.h, whole=True), None)
                if filling is not None:
                    own.append(filling)
        found.append(own)
    return found


def _exactly(sizes: Sequence[Size], rooms: Sequence[_Room], turning: bool, steps: int) -> _Chosen:
    return _choose(_every_set(sizes, rooms, turning, steps), sizes)


def _nearly(sizes: Sequence[Size], rooms: Sequence[_Room], turning: bool, steps: int) -> _Chosen:
    """Return the fillings chosen among ever more of them, until all is covered or the steps are taken."""
    whole = min(sum(w * h for w, h in sizes), sum(room.w * room.h for room in rooms))
    within = (max(room.w for room in rooms), max(room.h for room in rooms))
    fillings: _Fillings = [[] for _ in rooms]
    chosen: _Chosen = []
    for slack in _SLACKS:
        blocks = blocks_of(sizes, turning=turning, within=within, slack=slack)
        for room, own in zip(rooms, fillings, strict=True):
            fits = [block for block in blocks if block.w <= room.w + _CLOSE and block.h <= room.h + _CLOSE]
            own += [block.at for block in sorted(fits, key=lambda one: -one.area)[:_ENOUGH]]
        chosen = _choose(fillings, sizes)
        if _area(chosen, sizes) >= whole * (1.0 - 1e-4):
            return chosen
    for number, filling in _one_by_one(sizes, rooms, turning, steps):
        fillings[number].append(filling)
    return max(chosen, _choose(fillings, sizes), key=lambda one: _area(one, sizes))


def _area(chosen: _Chosen, sizes: Sequence[Size]) -> float:
    return sum(sizes[n][0] * sizes[n][1] for _, filling in chosen for n, *_ in filling)


def _one_by_one(sizes: Sequence[Size], rooms: Sequence[_Room], turning: bool, steps: int) -> _Chosen:
    """Return each room filled from its corner with what the ones before it left, as full as was found, the
    largest room first."""
    unused = tuple(sorted(range(len(sizes)), key=lambda n: -sizes[n][0] * sizes[n][1]))
    found: _Chosen = []
    for number in sorted(range(len(rooms)), key=lambda n: -rooms[n].w * rooms[n].h):
        room = rooms[number]
        for waste in _WASTES:
            search = _Search(room.w, room.h, sizes, turning, steps // (len(rooms) * len(_WASTES)))
            filling = next(
                _fill(search, [(0.0, room.w, 0.0)], unused, waste * room.w * room.h, whole=False), None
            )
            if filling:
                found.append((number, filling))
                unused = tuple(n for n in unused if n not in {m for m, *_ in filling})
                break
    return found


def _fill(
    search: _Search, skyline: _Skyline, unused: tuple[int, ...], waste: float, *, whole: bool
) -> Iterator[tuple[At, ...]]:
    """Yield fillings above a skyline of steps (x, width, height), from its lowest step, the leftmost of them.

    `whole` asks that every piece is used; else that no more is left open than `waste`. [m²]
    """
    if not unused and (whole or _open(search, skyline) <= waste + _CLOSE):
        yield ()
        return
    search.steps -= 1
    if search.steps < 0:
        return
    at = min(range(len(skyline)), key=lambda n: (skyline[n][2], skyline[n][0]))
    x, width, y = skyline[at]
    if search.height - y < _CLOSE:
        if not whole or not unused:
            yield ()
        return
    seen: set[Size] = set()
    for n, w, h, turned in _candidates(search, unused, width, search.height - y):
        if (round(w, 5), round(h, 5)) in seen:
            continue
        seen.add((round(w, 5), round(h, 5)))
        rest = tuple(m for m in unused if m != n)
        for more in _fill(search, _raised(skyline, at, w, h), rest, waste, whole=whole):
            yield ((n, x, y, turned), *more)
    lost = width * (_step_up(search, skyline, at) - y)
    if lost <= waste + _CLOSE:
        yield from _fill(
            search,
            _raised(skyline, at, width, _step_up(search, skyline, at) - y),
            unused,
            waste - lost,
            whole=whole,
        )


def _candidates(
    search: _Search, unused: tuple[int, ...], width: float, height: float
) -> list[tuple[int, float, float, bool]]:
    """Return the pieces that fit a step, those that fill its width first, then the larger."""
    found = []
    for n in unused:
        w, h = search.sizes[n]
        for a, b, turned in (
            ((w, h, False), (h, w, True)) if search.turning and abs(w - h) > _CLOSE else ((w, h, False),)
        ):
            if a <= width + _CLOSE and b <= height + _CLOSE:
                found.append((n, a, b, turned))
    return sorted(found, key=lambda one: (abs(one[1] - width) > _CLOSE, -one[1] * one[2]))


def _raised(skyline: _Skyline, at: int, w: float, h: float) -> _Skyline:
    """Return a skyline with a piece put at the left of a step; level neighbours are one step."""
    x, width, y = skyline[at]
    steps = [*skyline[:at], (x, w, y + h)]
    if width - w > _CLOSE:
        steps.append((x + w, width - w, y))
    steps += skyline[at + 1 :]
    joined: _Skyline = []
    for step in steps:
        if joined and abs(joined[-1][2] - step[2]) < _CLOSE:
            joined[-1] = (joined[-1][0], joined[-1][1] + step[1], joined[-1][2])
        else:
            joined.append(step)
    return joined


def _step_up(search: _Search, skyline: _Skyline, at: int) -> float:
    """Return the height up to which a step is closed off by its neighbours."""
    beside = [skyline[n][2] for n in (at - 1, at + 1) if 0 <= n < len(skyline)]
    return min([*beside, search.height]) if beside else search.height


def _open(search: _Search, skyline: _Skyline) -> float:
    return sum(width * (search.height - y) for _, width, y in skyline)


def _choose(fillings: _Fillings, sizes: Sequence[Size]) -> _Chosen:
    """Return the fillings that go together and cover the most, then in the fewest rooms."""
    from ortools.sat.python import cp_model  # a fifth of a second to import

    model = cp_model.CpModel()
    area = [round(1e6 * w * h) for w, h in sizes]
    uses: list[list[cp_model.IntVar]] = [[] for _ in sizes]
    every, gain = [], []
    first = _first_come(fillings, sizes)
    for room, ones in enumerate(fillings):
        own = []
        for filling in ones:
            take = model.new_bool_var("")
            model.add_hint(take, first.get(room) is filling)
            own.append(take)
            every.append((take, room, filling))
            gain.append(take * (1000 * sum(area[n] for n, *_ in filling) - 1))
            for n, *_ in filling:
                uses[n].append(take)
        model.add_at_most_one(own)
    for takes in uses:
        model.add_at_most_one(takes)
    model.maximize(sum(gain))
    solver = cp_model.CpSolver()
    solver.parameters.max_deterministic_time = _WORK
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    if not every or solver.solve(model) not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return list(first.items())
    return [(room, filling) for take, room, filling in every if solver.value(take)]


def _first_come(fillings: _Fillings, sizes: Sequence[Size]) -> dict[int, tuple[At, ...]]:
    """Return of each room the first that goes with those taken before, the largest fillings first."""
    every = [
        (_area([(room, one)], sizes), -n, room, one)
        for room, own in enumerate(fillings)
        for n, one in enumerate(own)
    ]
    taken: set[int] = set()
    found: dict[int, tuple[At, ...]] = {}
    for _, _, room, one in sorted(every, key=lambda each: each[:3], reverse=True):
        mine = {n for n, *_ in one}
        if room not in found and not taken & mine:
            found[room] = one
            taken |= mine
    return found
