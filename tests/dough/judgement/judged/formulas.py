"""Sixty formulas, in grams: thirty that a baker would call sound, two of each style, and thirty spoiled ones.

They were written before findings were mended and are not changed for the code. A spoiled formula is a sound one with
something done to it; ``names`` are the ingredients, roles or topics of which the first finding must speak.
"""

from __future__ import annotations

from dataclasses import dataclass

Grams = dict[str, float]

SOUND: dict[str, tuple[str, Grams]] = {
    "thin 1": ("thin_crisp", {"ap": 280, "butter": 250, "gran": 270, "lbrown": 60, "egg": 50, "milk": 25,
                              "vanilla": 8, "soda": 4.5, "salt": 5.5, "chips50": 220}),
    "thin 2": ("thin_crisp", {"bread": 150, "ap": 100, "butter": 225, "gran": 220, "lbrown": 90, "egg": 45,
                              "milk": 15, "soda": 4, "salt": 5, "pecans": 180}),
    "chewy 1": ("chewy", {"ap": 300, "butter": 225, "lbrown": 200, "gran": 110, "egg": 75, "yolk": 18, "vanilla": 9,
                          "soda": 4.5, "salt": 5.5, "dark65": 300}),
    "chewy 2": ("chewy", {"bread": 140, "cake": 140, "butter": 220, "dbrown": 180, "gran": 110, "egg": 70,
                          "vanilla": 8, "soda": 4, "salt": 5, "chips50": 280}),
    "cakey 1": ("cakey", {"ap": 300, "butter": 150, "gran": 150, "lbrown": 60, "egg": 100, "sourcream": 60,
                          "vanilla": 8, "bp_da": 6, "soda": 1.5, "salt": 3.5}),
    "cakey 2": ("cakey", {"ap": 280, "butter": 140, "gran": 170, "milk": 50, "egg": 90, "bp_da": 7, "salt": 3.5,
                          "cinnamon": 3, "raisins": 100}),
    "thick 1": ("thick", {"ap_lo": 380, "cornst": 20, "butter": 230, "lbrown": 160, "gran": 120, "egg": 100,
                          "soda": 2.5, "bp_da": 5, "salt": 5, "chips50": 350, "walnuts": 180}),
    "thick 2": ("thick", {"bread": 250, "cake": 150, "butter": 250, "lbrown": 150, "gran": 150, "egg": 100,
                          "soda": 2.4, "bp_da": 5, "salt": 5, "milkchoc": 450}),
    "lacy 1": ("lacy", {"ap": 60, "butter": 115, "gran": 80, "lbrown": 40, "golden": 45, "salt": 0.8,
                        "almonds": 110}),
    "lacy 2": ("lacy", {"ap": 70, "butter": 120, "lbrown": 130, "glucsyr": 40, "cream": 10, "salt": 1,
                        "oats": 140}),
    "shortbread 1": ("shortbread", {"ap_lo": 270, "rice_w": 50, "butter": 225, "caster": 110, "salt": 3}),
    "shortbread 2": ("shortbread", {"ap": 300, "cornst": 40, "butter": 230, "icing": 110, "vanilla": 5,
                                    "salt": 2.5}),
    "cutout 1": ("cutout", {"ap": 300, "butter": 170, "caster": 130, "egg": 45, "vanilla": 5, "bp_da": 1,
                            "salt": 2.5}),
    "cutout 2": ("cutout", {"ap": 280, "butter": 150, "icing": 130, "egg": 35, "yolk": 10, "lemonjuice": 5,
                            "zest": 4, "salt": 2}),
    "slice 1": ("slice", {"ap": 260, "butter": 180, "caster": 110, "lbrown": 40, "yolk": 36, "vanilla": 5,
                          "salt": 3, "pecans": 80}),
    "slice 2": ("slice", {"ap": 240, "cocoa_d": 20, "butter": 165, "icing": 100, "gran": 40, "egg": 30, "salt": 3,
                          "bp_da": 1}),
    "crackle 1": ("crackle", {"ap": 200, "cocoa_n": 70, "oil": 110, "gran": 320, "egg": 160, "vanilla": 6,
                              "bp_da": 6, "salt": 3}),
    "crackle 2": ("crackle", {"ap": 180, "cocoa_d": 60, "butter": 110, "gran": 200, "lbrown": 80, "egg": 120,
                              "bp_da": 5, "salt": 3, "dark65": 80}),
    "tartar 1": ("tartar", {"ap": 330, "butter": 225, "gran": 280, "lbrown": 30, "egg": 100, "vanilla": 5,
                            "soda": 4, "cot": 8, "salt": 3.5}),
    "tartar 2": ("tartar", {"ap": 300, "butter": 240, "caster": 270, "egg": 95, "soda": 3.5, "cot": 7, "salt": 3,
                            "cinnamon": 3}),
    "oat 1": ("oat", {"ap": 200, "oats": 260, "butter": 225, "lbrown": 180, "gran": 80, "egg": 100, "vanilla": 8,
                      "soda": 4, "salt": 5, "cinnamon": 3, "raisins": 150}),
    "oat 2": ("oat", {"ap": 180, "wholewheat": 40, "oats": 280, "butter": 210, "lbrown": 200, "egg": 90,
                      "soda": 3.5, "salt": 4.5, "bp_da": 1.5, "cranb": 100, "chips50": 80}),
    "pressed 1": ("pressed", {"ap": 250, "butter": 200, "icing": 100, "egg": 35, "vanilla": 4, "salt": 2}),
    "pressed 2": ("pressed", {"ap": 200, "cornst": 30, "butter": 190, "icing": 85, "white": 30, "milk": 8,
                              "salt": 1.5, "bp_da": 0.8}),
    "wafer 1": ("wafer", {"ap": 200, "cocoa_b": 30, "butter": 110, "caster": 110, "milk": 20, "glucsyr": 12,
                          "soda": 1.5, "salt": 2.5}),
    "wafer 2": ("wafer", {"ap": 210, "cocoa_d": 40, "butter": 120, "gran": 125, "egg": 12, "milk": 15,
                          "soda": 1.5, "bp_da": 1, "salt": 3}),
    "crescent 1": ("crescent", {"ap": 240, "almond": 110, "butter": 200, "icing": 70, "vanilla": 4, "salt": 1.5}),
    "crescent 2": ("crescent", {"ap": 220, "almond": 90, "butter": 190, "caster": 60, "yolk": 12, "vanilla": 3,
                                "salt": 1.2}),
    "ginger 1": ("ginger", {"ap": 300, "butter": 170, "gran": 170, "molasses": 90, "egg": 50, "ginger": 7,
                            "cinnamon": 4, "soda": 5.5, "salt": 3}),
    "ginger 2": ("ginger", {"ap": 300, "shortening": 60, "butter": 100, "dbrown": 180, "golden": 80, "egg": 45,
                            "ginger": 8, "cinnamon": 3, "soda": 5, "salt": 3}),
}  # fmt: skip


@dataclass(frozen=True)
class Spoiled:
    """A sound formula with grams changed (0 takes the line out) and what the first finding must speak of."""

    base: str
    change: Grams
    names: frozenset[str]

    @property
    def style(self) -> str:
        return SOUND[self.base][0]

    @property
    def grams(self) -> Grams:
        return {k: v for k, v in {**SOUND[self.base][1], **self.change}.items() if v > 0}


def _spoiled(base: str, names: str, **change: float) -> Spoiled:
    return Spoiled(base, change, frozenset(names.split()))


SPOILED: dict[str, Spoiled] = {
    "ten times the salt": _spoiled("chewy 1", "salt", salt=55),
    "ten times the soda": _spoiled("cakey 1", "soda", soda=15),
    "ten times the powder": _spoiled("thick 1", "bp_da", bp_da=50),
    "twice the butter": _spoiled("shortbread 1", "butter", butter=450),
    "no egg in a cakey drop": _spoiled("cakey 2", "egg", egg=0),
    "no leavening in a cakey drop": _spoiled("cakey 2", "leavening", bp_da=0),
    "twice the sugar": _spoiled("chewy 2", "sugar gran dbrown", dbrown=360, gran=220),
    "ten times the vanilla": _spoiled("cutout 1", "vanilla", vanilla=50),
    "five times the tartar": _spoiled("tartar 1", "cot", cot=40),
    "ten times the cinnamon": _spoiled("oat 1", "cinnamon", cinnamon=30),
    "eight times the ginger": _spoiled("ginger 1", "ginger", ginger=56),
    "a jar of coffee": _spoiled("slice 2", "espresso", espresso=40),
    "psyllium by the spoon": _spoiled("chewy 1", "psyllium", psyllium=15),
    "xanthan by the spoon": _spoiled("chewy 1", "xanthan", xanthan=8),
    "ammonia in a thick piece": _spoiled("thick 2", "ammonia", ammonia=6),
    "self-raising flour and powder": _spoiled("cakey 1", "bp_da sr_uk gas", ap=0, sr_uk=300, bp_da=12),
    "soda with nothing sour": _spoiled("cakey 2", "soda", bp_da=0, raisins=0, soda=5),
    "more chocolate than dough": _spoiled("chewy 1", "dark65 fold-in", dark65=1200),
    "ten times the salt, lacy": _spoiled("lacy 1", "salt", salt=8),
    "twice the oil": _spoiled("crackle 1", "oil fat", oil=220),
    "a cup of milk": _spoiled("pressed 1", "milk liquid water", milk=120),
    "four times the soda": _spoiled("thin 1", "soda", soda=20),
    "ten times the salt, wafer": _spoiled("wafer 1", "salt", salt=25),
    "powder in a crescent": _spoiled("crescent 1", "bp_da", bp_da=20),
    "a glass of spirit": _spoiled("chewy 1", "spirit", spirit=60),
    "nothing that sets": _spoiled("cakey 1", "sets", ap=0, almond=300, egg=0),
    "honey for all the sugar": _spoiled("chewy 1", "honey syrup", lbrown=0, gran=0, honey=310),
    "more cocoa than flour": _spoiled("slice 2", "cocoa_d cocoa", cocoa_d=150),
    "half coconut flour": _spoiled("chewy 1", "coconutfl coconut", ap=150, coconutfl=150),
    "no fat": _spoiled("cutout 1", "fat butter", butter=0),
}
