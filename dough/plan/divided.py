"""A plan's dough divided: pieces and portion, shape with what follows and what contradicts, bowls, evenness."""

from __future__ import annotations

from dataclasses import dataclass, replace

from dough.accounts.composition import composition
from dough.accounts.formula import Draft, Shape
from dough.bake.contract import BakeCase
from dough.facts.errors import EntryError, EntryErrors
from dough.facts.furnishings import cutter_cm2, scoop_ml
from dough.plan.density import Density, dough_density
from dough.plan.evenness import Evenness, SizeForecast, evenness, sizes_forecast
from dough.plan.limits import Mixings, mixings
from dough.plan.portions import (
    BowlLoss,
    Divided,
    Division,
    Size,
    divide,
    division,
    divisions,
    dough_for,
    learned_loss,
    solve,
)
from dough.plan.shapes import ball_or_puck, log, piped, scooped
from dough.plan.sheet import in_tin, rolled
from dough.plan.wish import Have, ShapeWish, Wish, figure, word

USUAL_THICKNESS = {Shape.ROLLED: 5.0, Shape.SLAB: 12.0, Shape.SLICE: 7.0, Shape.PUCK: 15.0}


@dataclass(frozen=True, slots=True)
class Follows:
    """A figure that follows: its name, value and unit."""

    name: str
    value: float
    unit: str


@dataclass(frozen=True)
class Portions:
    """How a plan's dough is divided. factor is what the formula is multiplied by. piece_mm is how wide a piece goes in.
    shape_words are what to know, contradictions what can't all be true; both in words."""

    divided: Divided
    division: Division
    loss: BowlLoss
    density: Density
    factor: float
    mixings: Mixings
    piece_mm: float
    thickness_mm: float | None
    figures: tuple[Follows, ...]
    shape_words: tuple[str, ...]
    contradictions: tuple[str, ...]
    evenness: Evenness | None
    sizes: tuple[SizeForecast, ...]


def usual_division(shape: Shape) -> str:
    """The way of dividing that gives a shape."""
    return next((d.id for d in divisions().values() if d.shape == shape.value), "scoop")


def portions(wish: Wish, draft: Draft, have: Have, case: BakeCase | None) -> Portions:
    """Divide. Raises EntryError(s) for what can't be; case None: without what the forecast says."""
    way = division(wish.division or usual_division(draft.process.shape))
    density = dough_density(draft, wish.weighed)
    known = composition(draft.formula).dough.value
    if density is None or not known:
        raise EntryError("dough", "Fill the formula's amounts in first: a plan divides a dough of known weight.")
    loss = learned_loss(way, have.losses)
    pct = loss.pct if wish.loss_pct is None else wish.loss_pct
    portion = wish.portion_g or draft.process.portion_g or (case.piece.portion_g if case else None)
    if wish.sizes:
        grams = wish.dough_g if wish.unknown != "dough" and wish.dough_g else dough_for(wish.sizes, pct)
        divided = divide(grams, wish.sizes, pct)
    else:
        divided = solve(
            wish.unknown, pieces=wish.pieces, portion_g=portion,
            dough_g=known if wish.dough_g is None else wish.dough_g,
            loss_pct=None if wish.unknown == "loss" else pct,
        )  # fmt: skip
    each = divided.sizes[0].portion_g
    found = _shape(_as_baked(wish.shape, way, draft), way, divided, each, density, have)
    case = None if case is None else replace(case, piece=replace(case.piece, portion_g=each))
    even, sized = _even(case, wish, divided.sizes)
    return Portions(
        divided, way, loss, density, divided.dough_g / known,
        mixings(divided.dough_g, figure(have.mixer, "bowl_l"), figure(have.mixer, "least_g"),
                figure(have.mixer, "most_g")),
        found.piece_mm, found.thickness_mm, tuple(found.figures), tuple(found.words), tuple(found.wrong), even, sized,
    )  # fmt: skip


def _as_baked(s: ShapeWish, way: Division, draft: Draft) -> ShapeWish:
    """What nobody has typed of the shape is as the version's own start sizes say, where it is divided that way."""
    p = draft.process
    if way.shape != p.shape.value:
        return s
    wide = s.diameter_mm
    if wide is None and s.length_mm is None:
        wide = p.start_diameter_mm
    thick = s.thickness_mm if s.thickness_mm is not None or way.id == "slab" else p.start_thickness_mm
    return replace(s, diameter_mm=wide, thickness_mm=thick)


def _even(
    case: BakeCase | None, wish: Wish, sizes: tuple[Size, ...]
) -> tuple[Evenness | None, tuple[SizeForecast, ...]]:
    if case is None:
        return None, ()
    try:
        even = evenness(case, wish.tolerance_g) if wish.tolerance_g > 0 else None
        sized = sizes_forecast(case, tuple((s.name, s.portion_g) for s in sizes)) if len(sizes) > 1 else ()
    except EntryErrors:
        return None, ()
    return even, sized


class _Shaped:
    def __init__(self, piece_mm: float, thickness_mm: float | None = None) -> None:
        self.piece_mm = piece_mm
        self.thickness_mm = thickness_mm
        self.figures: list[Follows] = []
        self.words: list[str] = []
        self.wrong: list[str] = []


def _shape(s: ShapeWish, way: Division, d: Divided, each: float, density: Density, have: Have) -> _Shaped:
    ball = ball_or_puck(each, density, None, None).figures[0][1]
    found = _Shaped(ball)
    mass = d.dough_g - d.lost_g
    if way.id == "scoop":
        _scoop(found, each, density, have)
    elif way.id == "log":
        cut = log(mass, density, length_mm=s.length_mm or (None if s.diameter_mm else 200.0),
                  diameter_mm=s.diameter_mm, slice_mm=s.slice_mm, slice_g=None if s.slice_mm else each)  # fmt: skip
        found.piece_mm, found.thickness_mm = cut.diameter_mm, cut.slice_mm
        found.figures += [
            Follows("log", cut.length_mm, "mm long"), Follows("across", cut.diameter_mm, "mm"),
            Follows("slice", cut.slice_mm, "mm"), Follows("a slice", cut.slice_g, "g"),
            Follows("slices", cut.slices, ""), Follows("trims", cut.trim_g, "g"),
        ]  # fmt: skip
        found.words.append("Turn it a quarter every few slices: the blade flattens a soft log.")
        if cut.contradiction:
            found.wrong.append(cut.contradiction)
        if cut.slices < d.pieces:
            found.wrong.append(
                f"{cut.slices} slices come out of it, not {d.pieces}: trims take {cut.trim_g:.0f} g. Make the log "
                "longer, the slices thinner, or a little more dough."
            )
    elif way.id == "cut":
        _cut(found, s, mass, d, density, have)
    elif way.id == "slab":
        _tin(found, s, mass, density, have)
    elif way.id == "piped":
        rope = piped(each, density, s.tip_mm or 12.0, s.length_mm)
        found.piece_mm = s.tip_mm or 12.0
        found.figures += [Follows(n, v, u) for n, v, u in rope.figures]
        if rope.contradiction:
            found.wrong.append(rope.contradiction)
    else:
        shaped = ball_or_puck(each, density, s.diameter_mm, s.thickness_mm)
        found.figures += [Follows(n, v, u) for n, v, u in shaped.figures]
        found.piece_mm = s.diameter_mm or (shaped.figures[0][1] if shaped.figures[0][0] == "width" else ball)
        found.thickness_mm = s.thickness_mm
        if shaped.contradiction:
            found.wrong.append(shaped.contradiction)
    return found


def _scoop(found: _Shaped, each: float, density: Density, have: Have) -> None:
    found.figures.append(Follows("as a ball", found.piece_mm, "mm across"))
    if have.scoop is None:
        found.words.append("No scoop picked: portions by the scale.")
        return
    drop = scooped(each, density, scoop_ml(have.scoop), figure(have.scoop, "measured_g"))
    found.figures.append(Follows("the scoop drops", drop.level_g, "g level"))
    if drop.contradiction:
        found.wrong.append(drop.contradiction)
    else:
        found.words.append(f"{word(have.scoop, 'name', 'The scoop')}, {drop.fill}, ± {drop.sd_g:.1f} g.")


def _cut(found: _Shaped, s: ShapeWish, mass: float, d: Divided, density: Density, have: Have) -> None:
    thick = s.thickness_mm or USUAL_THICKNESS[Shape.ROLLED]
    wide = figure(have.cutter, "width_mm") or s.diameter_mm or 60.0
    deep = figure(have.cutter, "depth_mm")
    outline = word(have.cutter, "outline", "round")
    area = cutter_cm2(have.cutter) if have.cutter else None
    kind = "box" if outline in ("square", "rectangle") else "disc"
    cut = rolled(mass, density, thick, wide, deep, outline=kind, area_cm2=area)  # type: ignore[arg-type]
    found.piece_mm, found.thickness_mm = wide, thick
    found.figures += [
        Follows("sheet, wide", cut.width_mm, "mm"), Follows("sheet, long", cut.depth_mm, "mm"),
        Follows("thick", thick, "mm between guides"),
        Follows("a piece", cut.piece_g, "g"), Follows("first roll", cut.first, "pieces"),
        Follows("second roll", cut.second, "pieces"), Follows("scrap", cut.scrap_g, "g"),
    ]  # fmt: skip
    found.words += cut.words
    if have.cutter is None:
        found.words.append(f"No cutter picked: reckoned with a round one of {wide:g} mm.")
    if cut.pieces < d.pieces:
        found.wrong.append(
            f"{cut.pieces} come out of it, not {d.pieces}: {thick:g} mm thick a piece weighs {cut.piece_g:.1f} g and "
            "the edges stay over. Roll thinner, or make more dough."
        )


def _tin(found: _Shaped, s: ShapeWish, mass: float, density: Density, have: Have) -> None:
    is_round = word(have.tin, "outline") == "round"
    wide = figure(have.tin, "width_mm") or 200.0
    tin = in_tin(
        mass, density, wide, figure(have.tin, "depth_mm") or (None if is_round else wide), is_round=is_round,
        across=s.across, along=s.along, wedges=s.wedges, height_mm=figure(have.tin, "height_mm"),
        said_depth_mm=s.thickness_mm, scored_before=s.scored_before,
    )  # fmt: skip
    found.piece_mm, found.thickness_mm = wide, tin.depth_mm
    found.figures += [
        Follows("deep", tin.depth_mm, "mm"), Follows("pieces", tin.pieces, ""), Follows("each", tin.piece_g, "g"),
        Follows("corners and edges", tin.corners + tin.edges, "pieces"), Follows("inside", tin.middles, "pieces"),
    ]  # fmt: skip
    found.words += tin.words
    if have.tin is None:
        found.words.append("No tin picked: reckoned with one of 200 × 200 mm.")
    if tin.contradiction:
        found.wrong.append(tin.contradiction)
