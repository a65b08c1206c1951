"""One recipe written in other ways: what was right as it was written is to be right or asked about in each."""

from __future__ import annotations

import random
import re
import textwrap
from collections.abc import Callable
from dataclasses import dataclass, field, replace
from functools import cache
from pathlib import Path

from dough.recipe.amounts import amounts_in, tidy
from dough.recipe.names import match
from tests.dough.recipe.texts import Case, cases, judged

WAYS = Path(__file__).parent / "ways"
#: Texts that are still to be read for the first time.
NOT_YET: tuple[str, ...] = ()
Way = Callable[[str, random.Random], tuple[str, int]]


@dataclass(frozen=True)
class Plain:
    """A line that is one amount and one name: before them, the two, and what is said behind."""

    lead: str
    a: str
    n: str
    m: str


def plain(raw: str) -> Plain | None:
    """A line taken apart, where it opens on its only amount and one name follows; None for any other."""
    found = re.match(r"^(\s*(?:[-*•]\s*)?)(.*)$", raw)
    lead, body = (found[1], found[2]) if found else ("", raw)
    amounts = amounts_in(body)
    if tidy(body) != body.strip() or len(amounts) != 1 or amounts[0].start or not amounts[0].quantity.unit:
        return None
    rest = body[amounts[0].end :].strip()
    name = re.split(r"[,(;–—-]| \+ | for ", rest, maxsplit=1)[0].strip()
    if not name or re.search(r"[.!?;:]\s", rest) or re.search(r"\d| and | or |/|&|\b(?:of|each|plus|de|di)\b", name):
        return None
    made = match(name)
    known = bool(made.ident) and not made.unknown
    return Plain(lead, body[: amounts[0].end].strip(), name, rest[len(name) :]) if known else None


def by_line(pattern: str) -> Way:
    """A way of writing a line, as in the files beside this one. A pattern that has no place for what is said behind the
    name is for lines that say nothing there."""

    def of(raw: str) -> str | None:
        p = plain(raw)
        if p is None or (p.m.strip() and "{m}" not in pattern):
            return None
        return p.lead * pattern.startswith("{") + pattern.format(a=p.a, n=p.n, m=p.m)

    def written(text: str, rng: random.Random) -> tuple[str, int]:
        lines = [(raw, of(raw)) for raw in text.split("\n")]
        return "\n".join(raw if made is None else made for raw, made in lines), sum(m is not None for _, m in lines)

    return written


def by_name(slip: Callable[[str, random.Random], str]) -> Way:
    """A way of writing the longest word of each name."""

    def of(p: Plain, rng: random.Random) -> str:
        words = p.n.split()
        at = max(range(len(words)), key=lambda k: len(words[k]))
        return f"{p.lead}{p.a} {' '.join([*words[:at], slip(words[at], rng), *words[at + 1 :]])}{p.m}"

    def written(text: str, rng: random.Random) -> tuple[str, int]:
        lines = [(raw, plain(raw)) for raw in text.split("\n")]
        return "\n".join(of(p, rng) if p else raw for raw, p in lines), sum(p is not None for _, p in lines)

    return written


def told(first: str, between: str, last: str) -> Way:
    """Lines that follow each other told in one."""

    def written(text: str, rng: random.Random) -> tuple[str, int]:
        out: list[str] = []
        block: list[str] = []
        count = 0
        for raw in [*text.split("\n"), ""]:
            p = plain(raw)
            # What is said behind a name would be lost here, and is often part of it: “dark chocolate (70 %)”.
            if p is not None and not p.m.strip():
                block.append(f"{p.a} {p.n}")
                count += 1
                continue
            if block:
                out.append(first + between.join(block[:-1]) + last * (len(block) > 1) + block[-1] + ".")
                block = []
            out.append(raw)
        return "\n".join(out), count

    return written


def whole(change: Callable[[str], str]) -> Way:
    """A way of writing a whole text; every line of it counts."""
    return lambda text, rng: (change(text), -1)


def _swapped(w: str, rng: random.Random) -> str:
    at = rng.randrange(1, max(2, len(w) - 2))
    return w if len(w) < 5 else w[:at] + w[at + 1] + w[at] + w[at + 2 :]


def _dropped(w: str, rng: random.Random) -> str:
    at = rng.randrange(1, max(2, len(w) - 1))
    return w if len(w) < 5 else w[:at] + w[at + 1 :]


def _wrapped(width: int) -> Way:
    return whole(
        lambda t: "\n".join("\n".join(textwrap.wrap(x, width, subsequent_indent="   ")) or "" for x in t.split("\n"))
    )


TOLD = {
    "told, needed": told("You will need ", ", ", " and "),
    "told, one after the other": told("Take ", ", then ", " and finally "),
    "told, points": told("", ". ", ". "),
    "told, semicolons": told("Ingredients: ", "; ", "; "),
    "told, slashes": told("", " / ", " / "),
    "told, plus": told("", " + ", " + "),
    "told, dots": told("", " • ", " • "),
    "told, bars": told("", " | ", " | "),
    "told, and": told("", " and ", " and "),
    "told, spaces": told("", "  ", "  "),
}
NAMED = {
    "letters swapped": by_name(_swapped),
    "a letter dropped": by_name(_dropped),
    "a letter doubled": by_name(lambda w, r: w if len(w) < 5 else w[:3] + w[2:]),
    "plural": by_name(lambda w, r: w if w.endswith("s") else w + "s"),
    "soft hyphen": by_name(lambda w, r: f"{w[:2]}\u00ad{w[2:]}"),
    "no width": by_name(lambda w, r: f"\u200b{w}"),
}
WHOLE = {
    "capitals": whole(str.upper),
    # A spoon is told by the case of its letter, which nothing could bring back.
    "small": whole(lambda t: re.sub(r"[^\W\d_]{2,}", lambda m: m.group(0).lower(), t)),
    "hard spaces": whole(lambda t: t.replace(" ", "\u00a0")),
    "narrow spaces": whole(lambda t: re.sub(r"(?<=\d) (?=[a-zA-Z])", "\u202f", t)),
    "wide figures": whole(lambda t: t.translate({ord(str(d)): 0xFF10 + d for d in range(10)})),
    "carriage returns": whole(lambda t: t.replace("\n", "\r\n")),
    "blank lines": whole(lambda t: t.replace("\n", "\n\n")),
    "no blank lines": whole(lambda t: re.sub(r"\n+", "\n", t)),
    "indented": whole(lambda t: "\n".join(f"    {x}" for x in t.split("\n"))),
    "quoted": whole(lambda t: "\n".join(f"> {x}" for x in t.split("\n"))),
    "wrapped at 40": _wrapped(40),
    "wrapped at 28": _wrapped(28),
}
GLUED = {
    "amount in one": lambda p: f"{p.lead}{p.a.replace(' ', '')} {p.n}{p.m}",
    "name in one": lambda p: f"{p.lead}{p.a} {p.n.replace(' ', '')}{p.m}",
    "name by hyphens": lambda p: f"{p.lead}{p.a} {p.n.replace(' ', '-')}{p.m}",
    "name by underscores": lambda p: f"{p.lead}{p.a} {p.n.replace(' ', '_')}{p.m}",
    "last word first": lambda p: (
        f"{p.lead}{p.a} {p.n.split()[-1]}{', ' * (' ' in p.n)}{' '.join(p.n.split()[:-1])}{p.m}"
    ),
}


def _made(of: Callable[[Plain], str]) -> Way:
    def written(text: str, rng: random.Random) -> tuple[str, int]:
        lines = [(raw, plain(raw)) for raw in text.split("\n")]
        return "\n".join(of(p) if p else raw for raw, p in lines), sum(p is not None for _, p in lines)

    return written


def ways(name: str) -> dict[str, Way]:
    """The ways of a file by their patterns; “other” are those told here."""
    if name == "other":
        return {**TOLD, **NAMED, **WHOLE, **{k: _made(of) for k, of in GLUED.items()}}
    rows = (WAYS / f"{name}.txt").read_text(encoding="utf-8").splitlines()
    return {row: by_line(row.replace(r"\t", "\t")) for row in rows if row and not row.startswith("#")}


@cache
def well_read() -> tuple[Case, ...]:
    """The texts whose every line is right as it was written and that are no file: what a way costs shows there."""
    every = [c for folder in ("by_class", "once") for c in cases(folder) if not c.name.startswith(NOT_YET)]
    return tuple(c for c in every if not c.text.lstrip().startswith(("{", "[")) and judged([c]).right == len(c.lines))


@dataclass
class Cost:
    """Of the lines that a way wrote otherwise: how many are wrong now, and how many of these without a word."""

    lines: int = 0
    wrong: int = 0
    silent: int = 0
    told: list[str] = field(default_factory=list)


def cost(way: Way, each: int = 1, first: int = 0) -> Cost:
    """What it costs to write the well-read texts in another way; of every so many of them the one."""
    found = Cost()
    for case in well_read()[first::each]:
        text, changed = way(case.text, random.Random(case.name))
        if text == case.text or not changed:
            continue
        made = judged([replace(case, text=text)])
        found.lines += len(case.lines) if changed < 0 else min(changed, len(case.lines))
        found.wrong += made.wanted - made.right
        found.silent += made.silent
        found.told += made.wrong
    return found
