"""Formulas written after the findings were mended and never fitted to: fifteen sound ones, fifteen spoiled ones.

A spoiled formula is a sound one of these with something done to it; the words are what its first finding must speak of.
"""

from __future__ import annotations

Grams = dict[str, float]

UNSEEN_SOUND: dict[str, tuple[str, Grams]] = {
    "thin": ("thin_crisp", {"ap": 250, "butter": 210, "caster": 230, "dbrown": 50, "egg": 48, "soda": 3.5, "salt": 4.5,
                            "vanilla": 6, "walnuts": 150}),
    "chewy": ("chewy", {"ap_hi": 310, "brownbutter": 190, "lbrown": 190, "gran": 130, "egg": 60, "yolk": 30,
                        "milk": 15, "soda": 4, "salt": 5, "dark70": 280}),
    "cakey": ("cakey", {"ap": 280, "butter": 130, "caster": 160, "egg": 90, "pumpkin": 60, "bp_da": 7, "cinnamon": 3,
                        "salt": 3.5}),
    "thick": ("thick", {"ap": 390, "butter": 240, "dbrown": 150, "caster": 130, "egg": 110, "soda": 3, "bp_da": 4,
                        "salt": 5, "dark65": 400}),
    "lacy": ("lacy", {"ap": 65, "butter": 110, "demerara": 90, "golden": 50, "hazelnuts": 100, "salt": 1}),
    "shortbread": ("shortbread", {"ap": 280, "semolina": 50, "butter_s": 220, "caster": 100, "salt": 1}),
    "cutout": ("cutout", {"spelt_w": 300, "butter": 160, "caster": 140, "egg": 40, "vanilla": 4, "salt": 2,
                          "bp_da": 1}),
    "slice": ("slice", {"ap": 250, "butter": 175, "icing": 120, "yolk": 30, "salt": 2.5, "pistachios": 70, "zest": 4}),
    "crackle": ("crackle", {"ap": 190, "cocoa_d": 65, "oil": 105, "gran": 300, "egg": 150, "bp_da": 5, "salt": 2.5,
                            "espresso": 3}),
    "tartar": ("tartar", {"ap": 320, "butter": 230, "gran": 290, "egg": 95, "soda": 3.8, "cot": 7.6, "salt": 3,
                          "vanilla": 5}),
    "oat": ("oat", {"ap": 210, "oats": 250, "butter": 215, "lbrown": 170, "caster": 90, "egg": 90, "soda": 3.5,
                    "salt": 4.5, "dates": 130, "walnuts": 60}),
    "pressed": ("pressed", {"ap": 240, "butter": 195, "caster": 95, "yolk": 30, "vanilla": 4, "salt": 2}),
    "wafer": ("wafer", {"ap": 205, "cocoa_b": 35, "butter": 112, "caster": 115, "milk": 18, "soda": 1.5, "salt": 2.5}),
    "crescent": ("crescent", {"ap": 230, "hazelmeal": 100, "butter": 195, "icing": 65, "vanilla": 4, "salt": 1.5}),
    "ginger": ("ginger", {"ap": 290, "butter": 160, "dbrown": 160, "treacle": 85, "egg": 48, "ginger": 7, "clove": 1,
                          "soda": 5, "salt": 3}),
}  # fmt: skip

#: What was done, to which, and what the first finding must speak of (any of the words).
UNSEEN_SPOILED: dict[str, tuple[str, str, Grams]] = {
    "salt by the tablespoon": ("tartar", "salt", {"salt": 34}),
    "soda for powder": ("cakey", "soda", {"bp_da": 0, "soda": 7}),
    "powder for soda, tenfold": ("oat", "bp_da powder", {"soda": 0, "bp_da": 35}),
    "butter left out": ("thick", "fat butter", {"butter": 0}),
    "flour at a half": ("chewy", "flour sugar ap_hi", {"ap_hi": 120}),
    "egg left out": ("cakey", "egg sets", {"egg": 0}),
    "cloves by the spoon": ("ginger", "clove", {"clove": 14}),
    "nutmeg by the spoon": ("crackle", "nutmeg", {"nutmeg": 9}),
    "peppermint by the cup": ("wafer", "mintext", {"mintext": 30}),
    "a cup of cream": ("slice", "cream liquid water", {"cream": 200}),
    "citric acid for tartar": ("tartar", "citric sour acid", {"cot": 0, "citric": 20}),
    "glucose syrup for all the sugar": ("oat", "glucsyr syrup", {"lbrown": 0, "caster": 0, "glucsyr": 300}),
    "three times the sugar": ("cutout", "sugar caster", {"caster": 420}),
    "ammonia in soft pieces": ("cakey", "ammonia", {"bp_da": 0, "ammonia": 5}),
    "nuts without end": ("slice", "pistachios fold-in", {"pistachios": 700}),
}  # fmt: skip
