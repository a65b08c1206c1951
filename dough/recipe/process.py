"""How a text bakes: oven, minutes, pieces, portion, chill, rest, thickness, each with the words it came from."""

from __future__ import annotations

import re
from dataclasses import dataclass

from dough.facts.kitchen_measures import Habit
from dough.recipe.amounts import NUMBER_WORDS, tidy

TEMP = re.compile(
    r"(?:gas(?: mark)? ?(?P<gas>\d{1,2}))|"
    r"(?<![\d,.])(?P<n>\d{3})(?: ?- ?\d{3})? ?"
    r"(?:°|º|\*|deg(?:rees)?\.?|gra(?:d|dos|di|us)\b|degrés\b)? ?(?P<u>[CF])?(?![a-z0-9%])",
    re.I,
)
#: Numbers that minutes are told by in the other languages that are read.
TENS_ABROAD = {
    "acht": 8, "neun": 9, "zehn": 10, "zwölf": 12, "fünfzehn": 15, "zwanzig": 20, "dix": 10, "douze": 12, "quinze": 15,
    "vingt": 20, "dieci": 10, "dodici": 12, "quindici": 15, "venti": 20, "diez": 10, "doce": 12, "quince": 15,
    "veinte": 20,
}  # fmt: skip
_COUNT = r"\d{1,3}|" + "|".join(w for w in (*NUMBER_WORDS, *TENS_ABROAD) if w.isalpha() and len(w) > 2)
HOUR_PARTS = {
    "three quarters of an hour": 45.0, "quarter of an hour": 15.0, "half an hour": 30.0, "quarto d'ora": 15.0,
    "mezz'ora": 30.0, "mezza ora": 30.0, "quart d'heure": 15.0, "demi-heure": 30.0, "cuarto de hora": 15.0,
    "media hora": 30.0, "viertelstunde": 15.0, "halbe stunde": 30.0,
}  # fmt: skip
MINUTES = re.compile(
    rf"(?P<low>{_COUNT})(?: ?(?:-|to|or|bis|à) ?(?P<high>{_COUNT}))? ?(?:-?ish )?(?:or so )?"
    r"(?:minutes?|mins?\b|minuten|minuti|minutos|λεπτά|['′](?![\w'′]))"
    rf"|(?P<part>{'|'.join(HOUR_PARTS)})",
    re.I,
)
HOURS = (
    r"(?P<h>\d{1,2}(?:[.,]\d)?|an|one|two|three|half an)(?: ?(?:-|to) ?\d{1,2})? ?"
    r"(?:hours?|hrs?|h\b|stunden?|heures?|horas?|ore)"
)
_LONG = (
    rf"(?:{HOURS}|(?P<days>\d|one|two|three) (?:days?|nights?|tagen?|jours?|giorni|días)\b"
    r"|(?P<night>overnight)|(?P<m>\d{1,3}) ?min\w*\.?)"
)
MAKES = re.compile(
    r"\b(?:makes?|yields?|gives|serves|you (?:should |will )?get|enough for|ergibt|pour)\b\D{0,16}?"
    r"(?P<n>\d+)(?:(?: ?-| to) ?\d+)?(?P<dozen> (?:dozen|doz\b|dz\b))?(?! ?(?:g|ml|minutes?|min|mm|cm)\b)"
    r"|\bservings?\W{1,4}(?P<served>\d{1,3}) (?:cookies|biscuits|pieces)\b"
    r"|(?:^|[.;] )\s*(?:about |approx\w*\.? |some )?(?P<alone>\d{1,3})(?P<dz> (?:dozen|doz|dz))\b\.?\s*"
    r"(?:cookies?|biscuits?|pieces?)?\s*(?=$|[.;])",
    re.I,
)
PORTION = re.compile(
    r"(?:\d+ [a-z]+ (?:à|a|of|@|x)) (?P<a>\d+(?:\.\d+)?) ?g\b(?=\s*(?:$|[.;,)]))|"
    r"(?P<n>\d+(?:\.\d+)?) ?g (?:portions?|pieces?|balls?|each|scoops?|mounds?|rounds?|discs?|lumps?)\b"
    r"|\b(?:portions?|pieces?|balls?|scoops?) of (?:about |around )?(?P<m>\d+(?:\.\d+)?) ?g\b"
    r"|\b(?:scoop|roll(?!ed oats)|form|weigh|divide|portion)\w*[^.;]{0,40}?(?P<k>\d+(?:\.\d+)?) ?g\b"
    r"(?=[^.;]{0,12}(?:$|[.;]| each))",
    re.I,
)
THICK = re.compile(r"(?P<n>\d{1,2}(?:[.,]\d)?) ?(?P<u>mm|cm)\.? thick|(?P<q>1/4|1/2|3/8|1/8)[ -]inch thick", re.I)
CUTTER = re.compile(
    r"(?P<n>\d{1,3}(?:[.,]\d)?) ?-?(?P<u>mm|cm)\.? (?:round|cutter|circle|disc|ring)|"
    r"(?P<i>\d(?: \d/\d|\.\d+)?)[ -]inch (?:round|cutter|circle|disc|ring)",
    re.I,
)
COLD = re.compile(rf"\b(?:chill|refrigerat\w*|fridge|cold|kühl\w*|freez\w*)\b[^.;]{{0,60}}?{_LONG}", re.I)
COLD_AFTER = re.compile(rf"{_LONG}[^.;]{{0,30}}?\b(?:fridge|refrigerator|cold)\b", re.I)
REST = re.compile(rf"\b(?:rest(?:ed|ing|s)?|stand|stood|ripen(?:ed)?|aged?)\b[^.;]{{0,40}}?{_LONG}", re.I)
TURN = re.compile(r"\b(?:turn|rotat)\w*[^.;]{0,40}?\b(?:after|at) (?P<n>\d{1,2})(?: ?min)?", re.I)
BANG = re.compile(r"\b(?:bang|rap|slam|tap)\w*[^.;]{0,40}?\b(?:after|at) (?P<n>\d{1,2})(?: ?min)?", re.I)
#: What minutes belong to: the nearest of these words before them.
WAITS = (
    "chill", "cool", "rest", "stand", "cream", "beat", "fridge", "freez", "mix", "whisk", "whip", "turn", "knead",
    "toast", "leave", "paddle", "pulse", "process", "steep", "soak", "prep", "active", "total", "hands", " sit ",
    "thicken",
)  # fmt: skip
BAKES = ("bake", "oven", "°", "back", "cuire", "horne", "inforn", "right", "gold")
#: Minutes right behind a heat are of the bake, whatever else was said before: “150C for about 20 mins”.
JUST_HEATED = re.compile(r"\d{3} ?(?:°|deg\w*\.?)? ?[cf]?(?: fan)?,?(?: for| x)?(?: about| approx\w*\.?)? ?$")
#: “15 Min. bei 200 °C”.
TO_BE_HEATED = re.compile(r"[\s.]*(?:bei|at|à|a|@|in (?:a|the))\W*\d{3} ?(?:°|[CF]\b)", re.I)
#: A number before these is a flour's type ("550 flour"), never an oven.
FLOUR_AFTER = re.compile(r"\s*(?:type|typ|flour|mehl)\b", re.I)
#: “170 °C fan”; but “180 °C (fan 160 °C)” is an oven without, and what it would be with one.
FAN = re.compile(r" ?\(?(?:fan|forced|ventil\w*|convec\w*|conv\.?|umluft|heißluft)(?![^\W\d_]| ?:? ?\d{3})", re.I)
#: “350 - 12 min”, “170 fan, about 11 min”: a bare number with minutes behind it is an oven.
WITH_MINUTES = re.compile(
    r"(?:\s*(?:fan|convection|conv)\b[a-z -]{0,12})?\s*(?:-|for|,|/|x)?\s*(?:about |approx\.? |for )?"
    r"\d{1,2}(?:\s*(?:-|to)\s*\d{1,2})?\s*min",
    re.I,
)
#: “160 fan for 15.”, “170c 13m”, “190 C, 10-12”: minutes that do not say so, right behind a heat.
UNSAID = re.compile(
    r"(?P<said>\b\d{3} ?(?:°|deg\w*)? ?[cf]?(?: ?fan)?"
    r"(?:,? for (?:about |another )?\d{1,2}(?:(?: ?- ?| to )\d{1,2})?(?= *(?:[.,;)]| - |$))"
    r"|,? \d{1,2}(?:-\d{1,2})?(?= ?m\b)|(?<=[cf°n]), \d{1,2}-\d{1,2}(?= *(?:[.;)]|$))))(?: ?m\b)?",
    re.I,
)
GAS_C = {1: 140, 2: 150, 3: 160, 4: 180, 5: 190, 6: 200, 7: 220, 8: 230, 9: 240}
INCH_MM = 25.4
NIGHT_H = 12.0
DAY_H = 24.0
#: How the fat goes in, by what is said of it; the first that is found.
METHODS = {
    "browned_reset": re.compile(r"\bbrown(?:ed)?(?: the)? butter|butter[^.;]{0,30}\bbrowned\b", re.I),
    "melted": re.compile(r"\bmelt(?:ed)?(?: the)? butter|butter[^.;]{0,20}\bmelted\b", re.I),
    "rubbed_in": re.compile(r"\brub(?:bed)?\b[^.;]{0,40}\bbutter|butter[^.;]{0,30}\brubbed in", re.I),
}
_WORD_HOURS = {"an": 1.0, "one": 1.0, "two": 2.0, "three": 3.0, "half an": 0.5}


@dataclass(frozen=True, slots=True)
class Fact:
    """One fact of the process: its field in a draft, the value in that field's unit (or a word), and the words it came
    from."""

    field: str
    value: float | str
    words: str


@dataclass(frozen=True, slots=True)
class Bake:
    """How the text bakes: °C (with what was assumed), fan, minutes, pieces and portion in grams; facts are all that was
    understood of the process, each with its words."""

    oven_c: float | None
    oven_said: str
    fan: bool
    minutes: tuple[float, float] | None
    makes: int | None
    portion_g: float | None
    facts: tuple[Fact, ...] = ()


def is_bake(text: str) -> bool:
    """Does a phrase begin with an oven temperature or with minutes?"""
    return bool(re.match(r"\d{3} ?(?:°|º|deg|[CF]\b)", text) or MINUTES.match(text))


def bake_of(text: str, habit: Habit) -> Bake:
    """What a text says of its bake."""
    flat = UNSAID.sub(r"\g<said> min", tidy(text.replace("\n", " . ")))
    oven, said, fan, oven_words = oven_of(flat, habit)
    minutes, minute_words = _minutes(flat)
    makes = MAKES.search(flat)
    # “(113 g each)” beside an ingredient is what one of it weighs, no portion.
    portion = next((m for m in PORTION.finditer(flat) if "(" not in flat[max(0, m.start() - 8) : m.start() + 1]), None)
    count = (
        int(makes["n"] or makes["served"] or makes["alone"]) * (12 if makes["dozen"] or makes["dz"] else 1)
        if makes
        else None
    )
    count = count if count and 0 < count <= 2000 else None
    grams = float(portion["a"] or portion["n"] or portion["m"] or portion["k"]) if portion else None
    grams = grams if grams and 1 <= grams <= 3000 else None
    facts: list[Fact] = []
    if oven is not None:
        facts.append(Fact("oven_c", oven, oven_words))
        if fan:
            facts.append(Fact("fan", "fan", oven_words))
    if minutes:
        facts.append(Fact("minutes", sum(minutes) / 2.0, minute_words))
    if portion and grams:
        facts.append(Fact("portion_g", grams, portion.group(0).strip()))
    facts += _others(flat)
    return Bake(oven, said, fan, minutes, count, grams, tuple(facts))


def _count(word: str) -> float:
    return float(word) if word.isdigit() else float({**NUMBER_WORDS, **TENS_ABROAD}[word.lower()])


def _minutes(flat: str) -> tuple[tuple[float, float] | None, str]:
    found = list(MINUTES.finditer(flat))
    # Minutes told right behind a heat are the bake's, wherever they stand.
    found.sort(key=lambda m: _likely(flat[max(0, m.start() - 30) : m.start()].lower(), flat[m.end() : m.end() + 30]))
    for m in found:
        before = re.split(r"[.;] ", flat[max(0, m.start() - 90) : m.start()])[-1].lower()
        last = max((before.rfind(w), w) for w in (*WAITS, *BAKES))
        heated = JUST_HEATED.search(before) or TO_BE_HEATED.match(flat[m.end() : m.end() + 30])
        if last[0] >= 0 and last[1] in WAITS and not heated:
            continue
        low = HOUR_PARTS[m["part"].lower()] if m["part"] else _count(m["low"])
        high = _count(m["high"]) if m["high"] else low
        if low > high:
            # “350 - 10 min”: an oven and its minutes.
            low = high
        if 2 <= low <= high <= 180:
            return (low, high), (before[-28:].lstrip() + m.group(0)).strip()
    return None, ""


def _likely(before: str, after: str) -> int:
    """How likely minutes are the bake's, the least first: told beside a heat, or behind a word of baking."""
    clause = re.split(r"[.;] ", before)[-1]
    heated = JUST_HEATED.search(before) or TO_BE_HEATED.match(after)
    return 0 if heated else 1 if any(w in clause for w in BAKES) else 2


def _hours(found: re.Match[str]) -> float | None:
    if found["night"]:
        return NIGHT_H
    if found["days"]:
        return DAY_H * _count(found["days"])
    if found["m"]:
        return float(found["m"]) / 60.0
    word = (found["h"] or "").lower().replace(",", ".")
    return _WORD_HOURS.get(word) or (float(word) if word.replace(".", "", 1).isdigit() else None)


def _others(flat: str) -> list[Fact]:
    """Chill, rest, thickness, cutter, turning and banging."""
    found: list[Fact] = []
    cold = COLD.search(flat) or COLD_AFTER.search(flat)
    if cold is not None and (hours := _hours(cold)) is not None and hours <= 200:
        place = "freezer" if re.search(r"freez", cold.group(0), re.I) else "fridge"
        found += [Fact("rest_h", hours, cold.group(0).strip()), Fact("rest_place", place, cold.group(0).strip())]
    elif (rest := REST.search(flat)) is not None and (hours := _hours(rest)) is not None and hours <= 200:
        words = flat[rest.start() : rest.end() + 40]
        cool = hours >= 8 or re.search(r"fridge|cold", words, re.I)
        said = rest.group(0).strip()
        found += [Fact("rest_h", hours, said), Fact("rest_place", "fridge" if cool else "counter", said)]
    if (thick := THICK.search(flat)) is not None:
        mm = _inches(thick["q"]) if thick["q"] else _mm(thick["n"], thick["u"])
        if 1.5 <= mm <= 120:
            found.append(Fact("start_thickness_mm", round(mm, 1), thick.group(0)))
    if (cutter := CUTTER.search(flat)) is not None:
        mm = _inches(cutter["i"]) if cutter["i"] else _mm(cutter["n"], cutter["u"])
        if 10 <= mm <= 600:
            found.append(Fact("start_diameter_mm", round(mm), cutter.group(0)))
            found.append(Fact("shape", "rolled", cutter.group(0)))
    for method, pattern in METHODS.items():
        if (way := pattern.search(flat)) is not None:
            found.append(Fact("method", method, way.group(0).strip()))
            break
    for field, pattern in (("rotate_minute", TURN), ("bang_minute", BANG)):
        at = pattern.search(flat)
        if at is not None and 1 <= float(at["n"]) <= 180:
            found.append(Fact(field, float(at["n"]), at.group(0)))
    return found


def facts_of(oven_c: float | None, *, fan: bool, minutes: float | None, portion_g: float | None) -> tuple[Fact, ...]:
    """What a file says of its bake in fields of its own: its words are the figures."""
    found = []
    for key, value in (("oven_c", oven_c), ("minutes", minutes), ("portion_g", portion_g)):
        if value is not None:
            found.append(Fact(key, value, f"{value:g}"))
    return (*found, *((Fact("fan", "fan", "fan"),) if fan else ()))


def _mm(number: str, unit: str) -> float:
    return float(number.replace(",", ".")) * (10.0 if unit.lower() == "cm" else 1.0)


def _inches(text: str) -> float:
    """“2”, “1/4” or “2 1/2” inches in mm."""
    parts = [float(p.split("/")[0]) / float(p.split("/")[1]) if "/" in p else float(p) for p in text.split()]
    return INCH_MM * sum(parts)


def oven_of(flat: str, habit: Habit) -> tuple[float | None, str, bool, str]:
    """(°C, what was said and assumed, fan, the words it came from) of the first oven a tidied text names."""
    for m in TEMP.finditer(flat):
        near = flat[max(0, m.start() - 45) : m.start()].lower()
        words = (re.split(r"[.;] ", near)[-1][-24:].lstrip() + m.group(0)).strip()
        if m["gas"]:
            mark = int(m["gas"])
            if mark in GAS_C:
                return float(GAS_C[mark]), f"gas mark {mark}", False, words
            continue
        after = flat[m.end() : m.end() + 24].lower()
        marked = m["u"] is not None or bool(re.search(r"°|deg|gra|degr", m.group(0), re.I))
        if re.search(r"\b(?:type|typ|tipo|t|no\.?|number)\W{0,2}$", near) or FLOUR_AFTER.match(after):
            continue
        with_minutes = WITH_MINUTES.match(flat[m.end() :])
        if (
            not marked
            and not with_minutes
            and not re.search(r"\b(?:oven|bak(?:e|es|ed|ing)|pre-?heat(?:ed)?|heat(?:ed)?|at)\b", near)
        ):
            continue
        if re.match(r"\s*(g|ml|kg|gram|cup)\b", after):
            continue
        value = float(m["n"])
        unit = (m["u"] or "").upper()
        said = m.group(0).strip()
        if not unit:
            unit = "F" if value > 260 or (habit is Habit.US and value >= 225) else "C"
            said += f", taken as °{unit}"
        celsius = round((value - 32) / 1.8) if unit == "F" else value
        if 60 <= celsius <= 320:
            return float(celsius), said, bool(FAN.match(after)), words
    return None, "", False, ""
