"""From a batch in grams to the numbers the bake needs, once per case.

x_* are kg per kg dough (fold-ins included), v_* m³ per kg dough, gas sources mol per kg dough.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from types import SimpleNamespace

from dough.accounts.formula import Shape
from dough.bake.case import Case
from dough.bake.inputs import BakeInputs
from dough.bake.moisture import saturation_pa
from dough.bake.spread import LN10
from dough.facts.nature import ATMOSPHERE_PA, GAS_J_PER_MOL_K, ZERO_C_K

#: Egg without shell, share of white and yolk by protein, fat and the rest beside water (composition tables, H).
WHITE_PROTEIN, WHITE_OTHER = 0.11, 0.01
YOLK_PROTEIN, YOLK_FAT, YOLK_OTHER = 0.16, 0.30, 0.02
#: Milk solids by lactose, protein and minerals.
MILK_SUGAR, MILK_PROTEIN, MILK_OTHER = 0.50, 0.35, 0.15
#: Densities, kg/m³.
FLOUR, PROTEIN, SUGAR, FAT, OTHER, FOLD_IN, WATER = 1450.0, 1350.0, 1590.0, 920.0, 1500.0, 1250.0, 1000.0
SODA_MOLAR = 84.0
#: Dry flour of an ordinary drop dough without fold-ins, kg/kg.
PLAIN_FLOUR = 0.30
#: Fullness of the start shapes, and height over width where neither size is given.
FULLNESS = {
    Shape.BALL: 2 / 3, Shape.PUCK: 0.93, Shape.PIPED: 0.93, Shape.SLICE: 0.97, Shape.ROLLED: 0.98, Shape.SLAB: 1.0,
}  # fmt: skip
#: Sugar share of an ordinary drop dough without fold-ins, kg/kg.
SUGARY = 0.28
#: Metres over which air pressure falls by e, and dough on a usual tray, g.
SCALE_HEIGHT_M, USUAL_LOAD_G = 8434.0, 500.0
PUCK_ASPECT, FLAT_ASPECT = 0.40, 0.25


@dataclass(frozen=True, slots=True)
class Learned:
    """What this kitchen's bakes have taught: an oven offset in K and factors on the model's rates."""

    oven_k: float = 0.0
    spread: float = 1.0
    drying: float = 1.0
    browning: float = 1.0
    gas: float = 1.0
    bottom: float = 1.0


def derive(x: BakeInputs, p: SimpleNamespace, learned: Learned | None = None) -> Case:
    """Work a case out. p is a parameter set as an object; inputs must have passed check_inputs."""
    theta = learned or Learned()
    f = (1.0 - x.inclusion_share) / x.batch_g
    strong = x.flour_protein - 0.10
    flour = f * x.flour_g * (1.0 - x.flour_moisture)
    egg = f * (WHITE_PROTEIN * x.egg_white_g + YOLK_PROTEIN * x.egg_yolk_g)
    protein = egg + MILK_PROTEIN * f * x.milk_solids_g
    water = f * x.all_water_g
    dry = 1.0 - water
    added_fat = f * x.fat_g
    fat = added_fat + YOLK_FAT * f * x.egg_yolk_g
    sucrose, reducing = f * x.sucrose_g, f * (x.reducing_g + MILK_SUGAR * x.milk_solids_g)
    sugar = sucrose + reducing
    other = f * (
        x.other_g + x.salt_g + x.soda_g + x.powder_g + MILK_OTHER * x.milk_solids_g
        + WHITE_OTHER * x.egg_white_g + YOLK_OTHER * x.egg_yolk_g
    )  # fmt: skip
    folded = x.inclusion_share

    coated = p.coat * (1.0 - min(x.crystal, 1.0)) * math.exp(-x.rest_h / p.coat_h)
    hydrated = 1.0 - math.exp(-(x.rest_h + 0.25) / p.tau_hyd)
    binding = (p.hyd0 + p.hyd1 * hydrated) * (1.0 + p.hyd_prot * strong) * (1.0 - coated) * x.binding
    held = (flour * p.A_f * binding, sucrose * p.A_s, reducing * p.A_r, protein * p.A_p, other * p.A_o)
    shapes = (p.B_f, p.B_s, p.B_r, p.B_p, p.B_o)
    total = sum(held)
    by_sugar = held[1] + held[2]

    v_f = flour / FLOUR + protein / PROTEIN + 0.5 * other / OTHER
    v_dry = flour / FLOUR + protein / PROTEIN + sugar / SUGAR + fat / FAT + other / OTHER + folded / FOLD_IN
    v_cond = v_dry + water / WATER
    heat = flour * p.cp_flour + sugar * p.cp_sugar + fat * p.cp_fat + protein * p.cp_prot
    heat += other * p.cp_oth + folded * p.cp_inc

    soda0 = f * x.soda_g * 1000.0 / SODA_MOLAR
    acid0 = f * (x.acid_meq + p.flour_meq * x.flour_g)
    powder0 = f * x.powder_g * p.bp_yield * 1000.0
    ph = 6.6 + 1.9 * math.tanh((soda0 - acid0) / 0.035) if x.ph is None else x.ph
    early = p.f_mix * min(soda0, acid0)
    kelvin = x.dough_temp_c + ZERO_C_K
    p_atm = pressure_pa(x.altitude_m)
    air = x.overrun * (v_cond - folded / FOLD_IN) * p_atm / (GAS_J_PER_MOL_K * kelvin)
    n0 = air + p.f_ret * (early + powder0 * p.bp_fast)

    loose = _looseness(sugar, fat, egg, flour, p)
    network = (flour * x.flour_protein / 0.87 + protein) / (1.0 - folded)
    # Egg sets by how much of it there is beside the flour; more flour alone does not undo that.
    beside = (1.0 - p.egg_plain) * flour + p.egg_plain * PLAIN_FLOUR * (1.0 - folded)
    t_set = (
        p.Tset0 + p.Tset_s * min(sugar / max(water, 1e-9), 4.0) - p.set_prot * strong
        - p.set_egg * min(egg / beside, 0.12) + p.set_pH * (ph - 7.0)
    )  # fmt: skip
    t_set = _below(t_set, p.set_cap, p.set_soft)
    b_set = p.b_set * min(max(network / 0.045, 0.2), 1.3) ** p.n_net * (1.0 - p.loose * loose)
    r = reducing / (1.0 - folded)
    f_brown = (
        (0.45 + 0.9 * r / (r + p.rs_half))
        * (max(network, 0.001) / 0.05) ** 0.3
        * 10.0 ** (p.b_ph * (ph - 7.0))
        * (1.0 + p.b_rest * (1.0 - math.exp(-x.rest_h / 12.0)))
        * min(max(sugar / (1.0 - folded) / SUGARY, 0.02), 1.5) ** p.brown_sug
        * (1.0 + p.k_alk * max(soda0 - acid0, 0.0) / (1.0 - folded) / 0.03)
    )
    ln_eta0 = (
        math.log(p.eta0) - math.log(theta.spread) + 100.0 * p.k_prot * strong - p.k_pH * (ph - 7.0)
        - p.k_inc * math.log(1.0 - min(folded / FOLD_IN / v_cond / p.phi_inc, 0.95))
        + LN10 * p.m_wlf * (12.0 - p.lg_ref)
        - p.k_melt * (1.0 - min(x.crystal, 1.0)) + p.k_bind * math.log(x.binding)
        - p.k_grain * min(max(math.log(350.0 / x.sugar_um), -1.0), 1.0)
        - p.loose_thin * loose + p.k_flour * _crowded(flour, sugar, water, fat)
    )  # fmt: skip
    mass = x.portion_g / 1000.0
    volume = mass * (v_cond + n0 * GAS_J_PER_MOL_K * kelvin / p_atm)
    k0 = FULLNESS[x.shape]
    return Case(
        mass=mass, x_flour=flour, x_w=water, x_dry=dry, x_fat=fat, x_fatadd=added_fat, x_sug=sugar, x_red=reducing,
        x_prot=protein, x_other=other, x_inc=folded,
        iso_a=total / dry, iso_b=sum(a * b for a, b in zip(held, shapes, strict=True)) / total,
        c_flour=held[0] + held[3], c_sugar=by_sugar,
        d_b=((held[1] * p.B_s + held[2] * p.B_r) / by_sugar if by_sugar > 0 else p.B_s) - p.B_f,
        sugar_tg=(sucrose * p.Tgs + reducing * p.Tgr) / sugar if sugar > 0 else p.Tgr,
        v_f=v_f, v_dry=v_dry, v_cond=v_cond, cp_dry=heat / dry, ph=ph,
        soda=soda0 - early, acid=acid0 - early, n_bp=powder0 * (1.0 - p.bp_fast), n0=n0, t_set=t_set, b_set=b_set,
        phi_c=p.phi_c + p.phi_egg * min(egg, 0.05) + p.phi_prot * strong + p.phi_air * (min(x.overrun, 0.4) - 0.14),
        e0=1.0 / (1.0 + x.sugar_um / p.d_half) if x.dissolved is None else x.dissolved,
        kd=p.kd0 * p.d_ref / x.sugar_um,
        f_brown=f_brown * theta.browning,
        f_caramel=min(sugar / 0.30, 1.5) * 10.0 ** (0.5 * p.b_ph * (ph - 7.0)) * theta.browning
        * (1.0 + p.lace_brown * loose),
        ln_eta0=ln_eta0, radius0=_start_radius(x, volume, k0), k0=k0, flat=1.0 if x.shape is Shape.SLAB else 0.0,
        h_conv=p.hc_conv + x.fan * (p.hc_fan - p.hc_conv),
        h_under=x.tray_conductance**p.tray_h * theta.bottom * (p.h_pan_conv + x.fan * (p.h_pan_fan - p.h_pan_conv)),
        oven_c=x.oven_c + x.offset_k + theta.oven_k,
        c_pan=p.C_pan if x.pan_capacity is None else x.pan_capacity,
        m_dry=theta.drying, m_gas=theta.gas, raw_l=x.raw_l, dough_c=x.dough_temp_c, kappa=x.crystal,
        sfc_max=x.solid_max, sfc_tm=x.solid_mid_c, sfc_w=x.solid_width_k, bake_s=60.0 * x.minutes,
        bang_s=-1.0 if x.bang_minute is None or x.bang_minute > x.minutes else 60.0 * x.bang_minute,
        open_s=-1.0 if x.rotate_minute is None or x.rotate_minute > x.minutes else 60.0 * x.rotate_minute,
        roof_k=x.roof_k, bang=x.bang, network=network,
        p_atm=p_atm, p_room=room_pa(x.room_rh_pct, p), dip=p.dip * loading(x.load_g),
        f_base=x.tray_conductance**p.tray_b, ridged=p.piped_area if x.shape is Shape.PIPED else 1.0,
    )  # fmt: skip


def _below(value: float, most: float, width: float) -> float:
    """A value held under a ceiling, smoothly: as it is far below, the ceiling far above."""
    far = (most - value) / width
    return value if far > 60.0 else most - width * math.log1p(math.exp(far))


def pressure_pa(altitude_m: float) -> float:
    """Air pressure at an altitude, Pa (barometric formula of an even atmosphere, H)."""
    return ATMOSPHERE_PA * math.exp(-altitude_m / SCALE_HEIGHT_M)


def room_pa(humidity_pct: float | None, p: SimpleNamespace) -> float:
    """Vapour pressure in the room, Pa; the usual where its humidity is not known."""
    return float(p.p_room) if humidity_pct is None else humidity_pct / 100.0 * saturation_pa(p.T_amb)


def loading(load_g: float | None) -> float:
    """How much deeper the oven dips than for one usual tray: by what cold dough goes in with it (a guess, L).

    A kilogram of cold dough costs a household oven some 25 K, an empty door opening about half of a usual tray's.
    """
    return 1.0 if load_g is None else 0.5 + 0.5 * load_g / USUAL_LOAD_G


def _crowded(flour: float, sugar: float, water: float, fat: float) -> float:
    """How much flour there is for what can carry it: a natural log around an ordinary drop dough (0).

    It levels off at ±0.3, where crowding itself takes over (short doughs) or there is hardly any flour.
    """
    carries = sugar + water + 0.5 * fat
    return 0.3 * math.tanh(math.log(max(flour, 1e-9) / max(carries, 1e-9) / 0.5) / 0.3)


def _looseness(sugar: float, fat: float, egg: float, flour: float, p: SimpleNamespace) -> float:
    """How far rich, egg-free dough keeps its flour from tying up, 0 to 1.

    Much sugar and fat over the flour and no egg: the flour sits apart in fat and melted sugar and
    cannot hold the piece (practice: it runs to lace). A guess (L); 0 for ordinary doughs.
    """
    rich = (sugar + fat) / max(flour, 1e-9)
    eggless = math.exp(-egg / max(flour, 1e-9) / 0.01)
    return eggless / (1.0 + math.exp(min(-(rich - p.loose_at) / 0.15, 60.0)))


def _start_radius(x: BakeInputs, volume: float, k0: float) -> float:
    if x.start_diameter_mm is not None:
        return x.start_diameter_mm / 2000.0
    if x.start_thickness_mm is not None:
        return math.sqrt(volume / (math.pi * x.start_thickness_mm / 1000.0 * k0))
    if x.shape is Shape.BALL:
        return float((3.0 * volume / (4.0 * math.pi)) ** (1.0 / 3.0))
    aspect = PUCK_ASPECT if x.shape in (Shape.PUCK, Shape.PIPED) else FLAT_ASPECT
    return float((volume / (2.0 * math.pi * aspect)) ** (1.0 / 3.0))
