"""From a formula and process to a bake case, or the reason why there is none yet."""

from __future__ import annotations

from dataclasses import dataclass

from dough.accounts.butter.creaming import air_ratio, mixer
from dough.accounts.butter.method import state_after
from dough.accounts.formula import Draft, Line, Method
from dough.bake.age import FRESH, Eaten
from dough.bake.chilled import at_oven
from dough.bake.contract import SEA_LEVEL, BakeCase, Handling, Heat, Piece, Room
from dough.bake.inputs import BakeInputs
from dough.bake.makeup import PLAIN, makeup, traits
from dough.bake.oven import heat_below, roof_k
from dough.bake.taught import GENERAL, Taught
from dough.facts.ingredients import Role
from dough.facts.styles import Style

#: Roles whose unknown amount is small enough to forecast without; the forecast says so.
SMALL = (Role.FLAVOUR, Role.BINDER, Role.SALT)
#: Methods whose air depends on creaming, and the most it can be beside the usual (judgement).
CREAMED = (Method.CREAMED_SOFT, Method.CREAMED_COLD, Method.BROWNED_RESET)
MOST_AIR = 2.0
#: Minutes of mixing after the flour that are usual, what each more adds to binding (set so that two minutes narrow it
#: as kitchens report, L), and after how many no more is known.
USUAL_FLOUR_MIN, WORKED_PER_MIN, MOST_WORKED_MIN = 0.5, 0.02, 6.0


@dataclass(frozen=True, slots=True)
class Kit:
    """The oven's known offset in K (None: not known), the tray's relative conductance, what bakes have taught, the
    room, and when and from what the cookie is eaten."""

    offset_k: float | None = None
    tray_conductance: float = 1.0
    taught: Taught = GENERAL
    room: Room = SEA_LEVEL
    eaten: Eaten = FRESH


@dataclass(frozen=True, slots=True)
class NoCase:
    """Why no forecast can be made yet, in words that say what to fill in."""

    because: str


def bake_case(draft: Draft, style: Style, kit: Kit) -> BakeCase | NoCase:
    """Work out a bake case; process values left open take the style's typical ones.

    Unknown amounts of main ingredients make a forecast impossible, and the reason names them.
    """
    lines = [x for x in draft.formula.lines if x.in_dough]
    if not lines:
        return NoCase("Add flour, sugar and fat to see a forecast.")
    if (
        draft.formula.flour_g is None
        and not any(x.grams is None for x in draft.formula.flour_lines)
        and not _ground(lines)
    ):
        return NoCase("There is no flour or meal in this formula to carry a cookie. Add some.")
    unknown = [x.ingredient.name for x in lines if x.grams is None and x.role not in SMALL]
    if unknown:
        return NoCase(f"No forecast while an amount is unknown: {', '.join(unknown)}.")
    process = draft.process
    return BakeCase(
        makeup=makeup([x for x in lines if x.grams is not None], process.method, process.contact_share_pct / 100.0),
        handling=Handling(
            process.method,
            at_oven(process, process.portion_g or style.portion_g.typical).temp_c,
            (process.rest_h or 0.0) + (process.chill_h or 0.0),
            process.chill_place if process.chill_h else process.rest_place,
            air_of(draft),
            process.butter_temp_c if process.method in CREAMED else None,
            _worked(process.flour_minutes),
        ),
        piece=Piece(
            process.portion_g or style.portion_g.typical,
            process.shape,
            process.start_diameter_mm,
            process.start_thickness_mm,
        ),
        heat=Heat(
            process.oven_c or style.oven_c.typical,
            process.minutes or style.minutes.typical,
            process.fan,
            kit.offset_k,
            kit.tray_conductance,
            process.bang_minute,
            process.liner,
            process.shelf,
            process.rotate_minute,
        ),
        style=style,
        taught=kit.taught,
        eaten=kit.eaten,
        room=kit.room,
    )


def _ground(lines: list[Line]) -> bool:
    """Whether something other than flour carries the dough: ground nuts or seeds, oats, cocoa."""
    return any((x.grams or 0.0) > 0.0 and traits().get(x.ingredient.kind, PLAIN).matrix_share > 0.0 for x in lines)


def air_of(draft: Draft) -> float:
    """Air beside the method's usual, from how the butter was creamed and what the sugar takes up."""
    p = draft.process
    if p.method not in CREAMED:
        return 1.0
    by = mixer(p.mixer) if p.mixer else None
    return min(air_ratio(p.cream_minutes, p.butter_temp_c, by, draft.formula), MOST_AIR)


def _worked(flour_minutes: float | None) -> float:
    """How much stiffer mixing on after the flour has made it, as a factor of its binding; 1 where nothing is said."""
    extra = 0.0 if flour_minutes is None else flour_minutes - USUAL_FLOUR_MIN
    return 1.0 + WORKED_PER_MIN * min(max(extra, 0.0), MOST_WORKED_MIN)


def bake_inputs(case: BakeCase) -> BakeInputs:
    """What the bake model is given for a case."""
    m, h, piece, heat = case.makeup, case.handling, case.piece, case.heat
    state = state_after(h.method, h.rest_h, h.rest_place, h.dough_temp_c, h.butter_c)
    return BakeInputs(
        flour_g=m.flour_g,
        flour_protein=m.flour_protein,
        flour_moisture=m.flour_moisture,
        sucrose_g=m.sucrose_g,
        reducing_g=m.reducing_g,
        sugar_um=m.sugar_um,
        fat_g=m.fat_g,
        solid_max=m.solid_fat.solid_max,
        solid_mid_c=m.solid_fat.mid_c,
        solid_width_k=m.solid_fat.width_k,
        crystal=state.crystal,
        water_g=m.water_g,
        egg_white_g=m.egg_white_g,
        egg_yolk_g=m.egg_yolk_g,
        milk_solids_g=m.milk_solids_g,
        other_g=m.other_g,
        salt_g=m.salt_g,
        soda_g=m.soda_g,
        powder_g=m.powder_g,
        acid_meq=m.acid_meq,
        inclusion_share=m.inclusion_share,
        overrun=state.overrun * h.air,
        raw_l=m.raw_l,
        dough_temp_c=h.dough_temp_c,
        rest_h=h.rest_h,
        portion_g=piece.portion_g,
        shape=piece.shape,
        start_diameter_mm=piece.start_diameter_mm,
        start_thickness_mm=None if piece.start_diameter_mm is not None else piece.start_thickness_mm,
        oven_c=heat.oven_c,
        offset_k=heat.offset_k or 0.0,
        fan=1.0 if heat.fan else 0.0,
        tray_conductance=min(max(heat_below(heat.tray_conductance, heat.liner, heat.shelf, heat.fan), 0.2), 3.0),
        roof_k=roof_k(heat.shelf, heat.fan),
        minutes=heat.minutes,
        bang_minute=heat.bang_minute,
        bang=1.0 if heat.bang_minute is not None else 0.0,
        rotate_minute=heat.rotate_minute,
        ph=m.ph,
        binding=m.binding * h.worked,
        altitude_m=case.room.altitude_m,
        room_rh_pct=case.room.humidity_pct,
    )
