"""The model's parameters by name, as the step's functions take them (generated from data/bake_parameters.csv;
values and sources are there)."""

from __future__ import annotations

from typing import Protocol


class Parameters(Protocol):
    """One parameter set, compiled record or plain object."""

    hc_conv: float  # heat from still oven air to the top, W/m2K
    hc_fan: float  # the same with the fan on, W/m2K
    eps: float  # how well dough takes up radiant heat
    h_pan_conv: float  # heat from oven to the underside of the pan, still air, W/m2K
    h_pan_fan: float  # the same with the fan on, W/m2K
    h_contact: float  # heat from pan through paper into the dough, W/m2K
    C_pan: float  # heat the pan stores per area (1.5 mm aluminium), J/m2K
    k_cond: float  # conductivity of dough without gas, W/mK
    k_exp: float  # how conductivity falls with porosity
    Lv: float  # heat to evaporate water, J/kg
    Lfat: float  # heat to melt fat that is all solid, J/kg
    cp_flour: float  # heat capacity of flour solids, J/kgK
    cp_sugar: float  # heat capacity of sugars, J/kgK
    cp_fat: float  # heat capacity of fat, J/kgK
    cp_prot: float  # heat capacity of egg and milk protein, J/kgK
    cp_oth: float  # heat capacity of salts and other solids, J/kgK
    cp_inc: float  # heat capacity of fold-ins, J/kgK
    cp_w: float  # heat capacity of water, J/kgK
    dip: float  # how far the oven falls when it is loaded, K
    tau_dip: float  # how fast it recovers, s
    dip_open: float  # how far the air falls when the door opens to turn the tray, K
    tau_open: float  # how fast it recovers from that, s
    f_side: float  # share of the rim's area that takes heat
    f_dome: float  # extra top area of a dome
    h_cool: float  # heat to the room while cooling, W/m2K
    T_amb: float  # room, and the pan before the oven, °C
    t_pan: float  # time left on the pan after the oven, s
    beta0: float  # vapour leaving the surface, thin crust included, kg/m2sPa
    p_oven: float  # vapour pressure in the oven, Pa
    p_room: float  # vapour pressure in the room, Pa
    delta0: float  # vapour passing through dough of 40 % gas, kg/msPa
    d_por0: float  # share of that left when there is no gas
    d_st: float  # how it rises towards boiling
    d_skin: float  # how vapour leaving the surface falls as its skin dries (exponent of its water activity)
    f_bot_vap: float  # vapour that escapes under the cookie
    A_f: float  # Oswin A of flour solids, kg/kg
    B_f: float  # Oswin B of flour solids
    A_s: float  # Oswin A of sucrose, dissolved or glassy, kg/kg
    B_s: float  # Oswin B of sucrose
    A_r: float  # Oswin A of reducing sugars, kg/kg
    B_r: float  # Oswin B of reducing sugars
    A_p: float  # Oswin A of egg and milk protein, kg/kg
    B_p: float  # Oswin B of egg and milk protein
    A_o: float  # Oswin A of other solids and salts, kg/kg
    B_o: float  # Oswin B of other solids and salts
    A_T: float  # rise of water activity with temperature, 1/K
    hyd0: float  # water binding of flour in a fresh dough
    hyd1: float  # what a full rest adds to it
    tau_hyd: float  # time that takes, h
    hyd_prot: float  # stronger flour binds more water, 1/(kg/kg)
    kd0: float  # sugar dissolving at 40 °C, 300 µm grain, 1/s
    d_ref: float  # grain that rate is stated for, µm
    d_half: float  # grain of which half dissolves in mixing, µm
    eta0: float  # scale of viscosity, Pa s
    m_wlf: float  # how much of the syrup's viscosity the dough shows
    lg_ref: float  # reference log10 of syrup viscosity
    phi_m: float  # particle share at which the dough packs solid
    n_phi: float  # how viscosity rises towards it
    omega: float  # share of liquid fat that works as liquid
    b_set: float  # stiffening when fully set (natural log)
    n_net: float  # how that depends on protein
    tau_phi: float  # yield stress from packed particles, Pa
    n_tau: float  # its exponent
    tau_fat: float  # yield stress from the fat network, Pa
    c1: float  # resistance to being drawn out
    c2: float  # resistance to shearing when flat
    c3: float  # yield resistance
    c4: float  # yield resistance when flat
    k_inc: float  # stiffening by fold-ins
    phi_inc: float  # fold-in share that packs solid
    k_prot: float  # stiffening by a point of flour protein, 1/% protein
    k_pH: float  # thinning by a unit of pH, 1/pH
    k_sw: float  # flour swelling in thin syrup
    chi0: float  # syrup to particles at which fat starts to lubricate
    chi_w: float  # width of that change
    psi_s: float  # undissolved sugar counted as particles
    leta_freeze: float  # ln viscosity above which gas volume freezes
    Tgs: float  # glass transition of dry sucrose, K
    Tgr: float  # glass transition of dry reducing sugars, K
    Tgw: float  # glass transition of water, K
    kGT: float  # Gordon-Taylor constant of sucrose and water
    wC: float  # weight of the middle in spreading
    wM: float  # weight of the ring between
    wE: float  # weight of the rim in spreading
    k_disc: float  # fullness of a spread cookie
    eta_fat: float  # stiffening by solid fat (natural log), 1/(kg/kg)
    ks0: float  # setting rate at the set temperature, 1/s
    ksmax: float  # fastest setting rate, 1/s
    Tset0: float  # set temperature without sugar, °C
    Tset_s: float  # rise of it per sugar to water, K
    w_set: float  # width of setting over temperature, K
    set_prot: float  # fall of it per flour protein, K/(kg/kg)
    set_egg: float  # fall of it per egg protein to flour, K/(kg/kg)
    set_pH: float  # rise of it per unit of pH, K/pH
    bp_yield: float  # CO2 of a gram of baking powder, mol/g
    bp_fast: float  # share of it released in mixing
    k_acid: float  # soda meeting acid at 40 °C, 1/s
    E_acid: float  # its activation energy, J/mol
    k_soda: float  # soda falling apart by heat at 90 °C, 1/s
    E_soda: float  # its activation energy, J/mol
    k_bp: float  # second stage of powder at 65 °C, 1/s
    E_bp: float  # its activation energy, J/mol
    f_mix: float  # share of soda and acid spent in mixing
    f_ret: float  # gas kept from mixing
    phi_c: float  # porosity at which cells open
    phi_egg: float  # rise of it with egg protein, 1/(kg/kg)
    phi_prot: float  # rise of it with flour protein, 1/(kg/kg)
    phi_air: float  # rise of it with creamed air
    nL: float  # steepness of the leak
    kL: float  # gas leak where cells open, 1/s
    kLs: float  # gas leak of set crumb, 1/s
    tau_g: float  # how fast bubbles follow their gas, s
    pv_max: float  # most of a bubble that is steam
    kb0: float  # browning rate at 140 °C, 1/s
    Eb: float  # its activation energy, J/mol
    Tb_ref: float  # temperature it is stated for, °C
    flour_meq: float  # acid of plain flour; current is the ingredient table's own, 0.22 g of soda for 100 g, meq/g
    b_ph: float  # log10 of browning per unit of pH, 1/pH
    kc0: float  # caramelising rate at 140 °C, 1/s
    Ec: float  # its activation energy, J/mol
    Lmin: float  # darkest crust, L*
    b_rest: float  # browning gained on a long rest
    rs_half: float  # reducing sugar at which browning is half risen, kg/kg
    coat: float  # water kept from flour by fat that was liquid at mixing
    coat_h: float  # rest after which that has worn off, h
    k_melt: float  # thinning by fat that went in melted
    melt_share: float  # sugar that melts without water when hot
    melt_c: float  # where half of that has melted, °C
    melt_w: float  # width of that, K
    loose: float  # stiffening lost by rich dough without egg
    loose_at: float  # sugar and fat to flour at which half of that is lost, kg/kg
    bang_more: float  # widening by a bang beyond the base equation
    k_bind: float  # stiffening by solids that hold more water than plain flour
    loose_thin: float  # thinning of rich dough without egg (natural log)
    lace_brown: float  # faster caramelising of melted sugar in it
    k_flour: float  # stiffening by flour for what carries it
    k_grain: float  # thinning by finer sugar, which dissolves sooner
    tx_rim_dry: float  # moisture at which half the rim's crispness is gone, %
    tx_soft_wet: float  # moisture at which the middle is half soft, %
    tx_chew_wet: float  # moisture from which it chews, %
    tx_chew_sugar: float  # sugar share from which it chews, kg/kg
    tx_cake_tall: float  # height from which it is cakey, mm
    tx_cake_wet: float  # middle moisture from which it is cakey, %
    tx_cake_sugar: float  # sugar to flour above which it is not, kg/kg
    egg_plain: float  # egg counted beside an ordinary share of flour instead of the dough's own
    tx_glass_slope: float  # steepness of crispness in kelvin above glass, 1/K
    tx_glass_below: float  # kelvin below room temperature of its glass at which half the crispness is gone, K
    tx_glass_power: float  # weight of glass in crispness
    tx_dry_power: float  # weight of dryness in crispness
    tx_thick_loss: float  # share of the rim's crispness a thick piece loses
    tx_thick_at: float  # height at which half of that is lost, mm
    tx_thick_width: float  # width of that step, mm
    tx_middle_dry: float  # moisture at which half the middle's crispness is gone, %
    tx_deep_least: float  # softness of a flat middle beside a tall one
    tx_deep_at: float  # height at which a middle is half deep, mm
    tx_deep_width: float  # width of that step, mm
    tx_soft_width: float  # width of the step from firm to soft, %
    tx_soft_wet_power: float  # weight of moisture in softness
    tx_soft_slope: float  # steepness of softness in kelvin above glass, 1/K
    tx_soft_below: float  # kelvin below room temperature of its glass at which a middle is half soft, K
    tx_soft_glass_power: float  # weight of glass in softness
    tx_chew_width: float  # width of the step to chewy, %
    tx_chew_wet_power: float  # weight of moisture in chew
    tx_chew_drown: float  # moisture past which it is wet rather than chewy, %
    tx_chew_drown_width: float  # width of that step, %
    tx_chew_drown_power: float  # weight of that step
    tx_chew_sugar_width: float  # width of the step in sugar, kg/kg
    tx_chew_sugar_power: float  # weight of sugar in chew
    tx_chew_open: float  # porosity past which it is open rather than chewy
    tx_chew_open_width: float  # width of that step
    tx_chew_open_power: float  # weight of density in chew
    tx_chew_protein: float  # protein at which half its part in chew is there, kg/kg
    tx_chew_protein_power: float  # weight of protein in chew
    tx_cake_air: float  # porosity from which it is cakey
    tx_cake_air_width: float  # width of that step
    tx_cake_air_power: float  # weight of air in cakiness
    tx_cake_tall_width: float  # width of the step in height, mm
    tx_cake_tall_power: float  # weight of height in cakiness
    tx_cake_wet_width: float  # width of the step in moisture, %
    tx_cake_wet_power: float  # weight of moisture in cakiness
    tx_cake_sugar_width: float  # width of the step in sugar, kg/kg
    tx_cake_sugar_power: float  # weight of sugar in cakiness
    tx_short_at: float  # fat to sugar from which a dry cookie crumbles rather than cracks, kg/kg
    tx_short_at_width: float  # width of that step, kg/kg
    tx_short_crisp: float  # share of the crispness that takes
    tx_short_soft: float  # softness a short cookie has even dry
    tx_short_fat: float  # fat to flour from which it is short, kg/kg
    tx_short_fat_width: float  # width of that step, kg/kg
    tx_short_fat_power: float  # weight of fat in tenderness
    tx_short_protein: float  # protein past which it is tough, kg/kg
    tx_short_protein_width: float  # width of that step, kg/kg
    tx_short_protein_power: float  # weight of protein in tenderness
    tx_short_air: float  # porosity from which it is tender
    tx_short_air_width: float  # width of that step
    tx_short_air_power: float  # weight of air in tenderness
    tx_snap_dry: float  # moisture at which half the snap is gone, %
    tx_snap_dry_width: float  # width of that step, %
    tx_snap_slope: float  # steepness of snap in kelvin above glass, 1/K
    tx_snap_below: float  # kelvin below room temperature of its glass at which half the snap is gone, K
    tx_snap_glass_power: float  # weight of glass in snap
    tx_snap_dense_power: float  # weight of density in snap
    tx_snap_thin: float  # height past which it breaks dully, mm
    tx_snap_thin_width: float  # width of that step, mm
    tx_snap_thin_power: float  # weight of thinness in snap
    tx_snap_sugar: float  # sugar share from which it snaps, kg/kg
    tx_snap_sugar_width: float  # width of that step, kg/kg
    tx_snap_sugar_power: float  # weight of sugar in snap
    tx_snap_fat_loss: float  # share of the snap much fat takes
    tx_snap_fat: float  # fat share at which half of that is taken, kg/kg
    tx_snap_fat_width: float  # width of that step, kg/kg
    tx_snap_most: float  # snap of a piece that has all of it before it is held to 100
    set_cap: float  # most the set temperature can be: starch and flour protein set a wet dough by boiling, °C
    set_soft: float  # width over which it nears that, K
    crowd_w: float  # how gradually particles crowd (square of a width)
    push_w: float  # how gradually a piece comes to rest at its yield stress (square of a width), Pa2
    melt_lag: float  # time by which fat crystals lag behind their melting curve in the oven, s
    open_cells: float  # share of a contraction that cells open to the air take no part in
    leta_carry: float  # ln viscosity above which dough carries its cells when they contract
    brown_sug: float  # how browning scales with the sugar there is (exponent)
    k_alk: float  # browning gained for 0.03 mol/kg of soda that no acid met
    tray_h: float  # how heat from below grows with the tray's relative strength (exponent)
    tray_b: float  # how the base browns beyond that under a darker tray (exponent)
    piped_area: float  # surface of a piped piece with ridges over a smooth one's
    take_up: float  # how readily a cooled skin takes water up beside how it gives it off
