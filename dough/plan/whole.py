"""A whole plan worked out: dough divided, trays laid, finishes, what is kept, and the steps of its day."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import lru_cache

from dough.accounts.butter.browned import coolings
from dough.accounts.butter.clock import Clock, clock
from dough.accounts.butter.conduction import form
from dough.accounts.butter.resting import use_by_of
from dough.accounts.butter.zones import zone_for
from dough.accounts.formula import Draft, Method, Place
from dough.accounts.safety import at_work
from dough.bake.contract import BakeCase, Estimate
from dough.bake.detail import detail
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.facts.cookie import Cookie
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.furnishings import Facts
from dough.plan.cooling import Cooling, cooling
from dough.plan.divided import Portions, portions
from dough.plan.finishes import Finished, finished, split_finishes
from dough.plan.kept import FORMS, FromFrozen, UseBy, chilled_longer, from_frozen, shelf_area_cm2, use_by
from dough.plan.laid import Laid, laid, with_portion
from dough.plan.steps import Lanes, Setup, Steps, steps_of
from dough.plan.wish import ButterWish, Have, KeepWish, Wish, figure, word

#: Cold places colder than this are freezers, °C.
FREEZER_BELOW_C = -5.0
FREEZERS = ("freezer", "blast")
#: Melted butter is cooled in a bowl on the counter, browned butter to a soft set in the fridge
#: (data/browned_cooling.csv).
MELTED_WHERE, BROWNED_WHERE = "bowl", "fridge"
HOT_TRAY = "Trays, fat and sugar burn long after the oven: cloth, dry hands, children away."


@dataclass(frozen=True, slots=True)
class Foretold:
    """What a plan needs of the forecast: width with its range, height, core at the pull, water activity at its highest,
    and the first good and the best minute (None: not known)."""

    width: Estimate
    height_mm: float
    core_c: float
    aw: float
    first_min: float | None
    best_min: float | None


@dataclass(frozen=True, slots=True)
class _Named:
    """A case by its text: it holds tables that can't be hashed."""

    text: str
    case: BakeCase = field(compare=False)


def foretold(case: BakeCase, wanted: Cookie) -> Foretold | None:
    """The forecast of a case, kept: dragging a tray asks for the same bake again and again. None out of its range."""
    return _foretold(_Named(repr(case), case), wanted)


@lru_cache(maxsize=128)
def _foretold(named: _Named, wanted: Cookie) -> Foretold | None:
    try:
        found = detail(named.case, wanted)
    except EntryErrors:
        return None
    age = found.age.moments[0]
    return Foretold(
        found.estimates["diameter_mm"], found.ends["height_mm"], found.ends["core_c"],
        max(age.aw_rim, age.aw_middle), found.window.earliest_min, found.window.best_min,
    )  # fmt: skip


@dataclass(frozen=True, slots=True)
class KeptBack:
    """Pieces kept back: what, how many, where, how long with the reason, room they take on a shelf in cm², and how they
    bake later (frozen dough; None: as planned); later: what days in the fridge do, in words."""

    form: str
    words: str
    pieces: int
    place: Place
    keeps: UseBy
    area_cm2: float
    frozen: FromFrozen | None
    later: str


@dataclass(frozen=True)
class Planned:
    """A plan worked out. no_forecast says why sizes are not known (empty: they are); baked are the pieces baked on the
    day; cooling is (minute after the pull, °C of the middle); cautions are for the hands."""

    portions: Portions
    laid: Laid
    finishes: tuple[Finished, ...]
    kept: tuple[KeptBack, ...]
    setup: Setup
    steps: Steps
    baked: int
    no_forecast: str
    cooling: tuple[tuple[float, float], ...]
    cautions: tuple[str, ...]


def planned(wish: Wish, setting: Setting, wanted: Cookie, have: Have, group: str, name: str) -> Planned:
    """Work a plan out. Raises EntryError(s) naming the box that can't be."""
    draft = setting.draft
    answer = setting.case()
    case = None if isinstance(answer, NoCase) else answer
    got = portions(wish, draft, have, case)
    if case is not None:
        case = with_portion(case, got.divided.sizes[0].portion_g)
    told = foretold(case, wanted) if case is not None else None
    back = sum(k.pieces for k in wish.keep if k.form != "baked")
    if back > got.divided.pieces:
        raise EntryError(
            "keep", f"{back} pieces are kept back of {got.divided.pieces}. Keep fewer, or make more dough."
        )
    baked = got.divided.pieces - back
    lay = _laid(wish, got, have, case, told, max(baked, 1))
    cool = cooling(told.core_c if told else 95.0, told.height_mm if told else 10.0, have.room_c)
    done = tuple(
        finished(f, n, told.width.value if told else got.piece_mm, cool)
        for f, n in split_finishes(max(baked, 1), wish.finishes)
    )
    kept = tuple(_kept(k, wish, draft, got, case, told, have) for k in wish.keep)
    setup = _setup(wish, draft, have, case, told, got, lay, cool, done, baked, group, name)
    why = answer.because if isinstance(answer, NoCase) else "" if told else "The forecast is out of its range here."
    return Planned(
        got, lay, done, kept, setup, steps_of(draft, setup), baked, why, _curve(cool), (*at_work(draft), HOT_TRAY)
    )  # fmt: skip


#: Days in the fridge that are told ahead.
MOST_DAYS = 2.0
#: Minutes after the pull that the cooling is told for.
COOLING_TOLD_MIN = 60


def _curve(cool: Cooling) -> tuple[tuple[float, float], ...]:
    return tuple((float(m), cool.at(float(m))) for m in range(0, COOLING_TOLD_MIN + 1, 2))


def _laid(wish: Wish, got: Portions, have: Have, case: BakeCase | None, told: Foretold | None, baked: int) -> Laid:
    only = replace(got.divided.sizes[0], pieces=baked)
    part = replace(got, divided=replace(got.divided, sizes=(only,)))
    return laid(wish.tray, part, have, case, told.width if told else None)


def cold_place(cold: Facts | None) -> Place:
    """A cold place by its temperature, or by its kind where nobody has measured it; the counter where there is none."""
    if cold is None:
        return Place.COUNTER
    temp = figure(cold, "temp_c")
    frozen = word(cold, "kind") in FREEZERS if temp is None else temp < FREEZER_BELOW_C
    return Place.FREEZER if frozen else Place.FRIDGE


def _kept(
    k: KeepWish, wish: Wish, draft: Draft, got: Portions, case: BakeCase | None, told: Foretold | None, have: Have
) -> KeptBack:
    place = cold_place(dict(have.colds).get(k.cold or 0))
    of = tuple(f for f, _ in split_finishes(got.divided.pieces, wish.finishes)) if k.form == "baked" else ()
    each = got.divided.sizes[0].portion_g
    dough = k.form not in ("baked", "part_baked")
    spent = (draft.process.rest_h or 0.0) if draft.process.rest_place is not Place.COUNTER else 0.0
    keeps = use_by(k.form, place, draft.formula, aw=told.aw if told else None, finishes=of,
                   age_h=spent if dough else 0.0)  # fmt: skip
    wide = told.width.value if told is not None and not dough else got.piece_mm
    later = ""
    if dough and place is Place.FRIDGE and case is not None:
        days = min(keeps.hours / 24.0, MOST_DAYS)
        width, soft = chilled_longer(case, days)
        later = f"After {days:.0f} days in the fridge: {width:+.0f} % wide, middle {soft:+.0f} points, by the model."
    frozen = from_frozen(case) if dough and place is Place.FREEZER and case is not None else None
    return KeptBack(
        k.form, FORMS[k.form], k.pieces, place, keeps,
        shelf_area_cm2(k.form, k.pieces, wide, k.pieces * each, got.density.g_per_ml), frozen, later,
    )  # fmt: skip


def _setup(
    wish: Wish, draft: Draft, have: Have, case: BakeCase | None, told: Foretold | None, got: Portions, lay: Laid,
    cool: Cooling, done: tuple[Finished, ...], baked: int, group: str, name: str,
) -> Setup:  # fmt: skip
    p = draft.process
    together = max((len(x.trays) for x in lay.loads), default=1)
    minutes = case.heat.minutes if case else p.minutes or 12.0
    if lay.two is not None:
        minutes = lay.two.both_min
    butter, most, butter_why = _butter(wish, draft, have)
    set_min, set_why = _set(draft, have)
    rack = cool.minutes_to(30.0)
    spare, _ = use_by_of(draft.formula, p.rest_place)
    return Setup(
        group=group, name=name, pieces=got.divided.pieces, dough_g=got.divided.dough_g, division=got.division.id,
        loads=lay.loads if baked else (),
        lanes=Lanes(
            mixer=f"mixer:{have.mixer_id}" if have.mixer_id else "",
            oven=f"oven:{have.oven_id}" if have.oven_id else "",
            trays=f"tray:{have.tray_id}" if have.tray_id else "", cold=f"cold:{have.cold_id}" if have.cold_id else "",
            preheat_min=figure(have.oven, "preheat_min"), recovery_min=figure(have.oven, "recovery_min") or 1.0,
        ),
        bake_min=minutes, oven_c=round(case.heat.oven_c if case else p.oven_c or 180.0),
        look_min=told.first_min if told and told.first_min and told.first_min < minutes else minutes - 2.0,
        turn_min=lay.two.turn_min if lay.two and together > 1 else p.rotate_minute,
        tray_rest_min=cool.on_tray_min, cool_min=max((rack or 40.0) - cool.on_tray_min, 2.0),
        tray_cools_min=lay.cools_min or 15.0,
        butter_min=butter, butter_most_min=most, butter_why=butter_why, set_min=set_min, set_why=set_why,
        mixings=got.mixings.count, toast=wish.toast, finishes=done, rest_most_h=spare, rest_why="",
        own_min=have.own_min, changes=wish.changes,
    )  # fmt: skip


@lru_cache(maxsize=64)
def _clock(b: ButterWish, room_c: float, low_c: float, high_c: float) -> Clock:
    return clock(form(b.form), b.start_c, room_c, low_c, high_c, wrapped=b.wrapped)


def _butter(wish: Wish, draft: Draft, have: Have) -> tuple[float | None, float | None, str]:
    """Minutes until the butter is in its zone and until it leaves it, and where that is from."""
    if draft.process.method in (Method.MELTED, Method.BROWNED_RESET):
        return None, None, ""
    zone = zone_for(draft.process.method, draft.formula)
    b = wish.butter
    low = draft.process.butter_temp_c or zone.low_c
    high = max(zone.high_c, low + 1.0)
    found = _clock(b, have.room_c, low, high)
    if found.to_low is None:
        return None, None, found.never
    why = f"{form(b.form).name.lower()} from {b.start_c:g} °C in a room of {have.room_c:g} °C, by the butter clock"
    return found.to_low, found.to_high, why


def _set(draft: Draft, have: Have) -> tuple[float | None, str]:
    """Minutes melted or browned butter takes until it can be used."""
    method = draft.process.method
    if method not in (Method.MELTED, Method.BROWNED_RESET):
        return None, ""
    fat = sum(x.grams or 0.0 for x in draft.formula.lines if x.in_dough and x.ingredient.is_("butter")) or 200.0
    where = MELTED_WHERE if method is Method.MELTED else BROWNED_WHERE
    from_c = 60.0 if method is Method.MELTED else 130.0
    found = next(c for c in coolings(fat, from_c, have.room_c) if c.place == where)
    minutes = found.to_egg_min if method is Method.MELTED else found.to_set_min
    return minutes, f"{fat:.0f} g {found.name}, by its cooling"
