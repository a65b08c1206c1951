"""Write the evidence tables into docs/model.md.

python -m evidence.report
"""

from __future__ import annotations

import json
from dataclasses import dataclass, replace
from pathlib import Path

import numpy as np

from dough.bake.batch import bake
from dough.bake.contract import BakeCase
from dough.bake.detail import detail
from dough.bake.intake import Kit, bake_case
from dough.bake.model import with_crust
from dough.bake.outputs import endings
from dough.draft.start import from_style_formula
from dough.draft.target import from_style
from dough.facts.bake_parameters import ParameterSet, values
from dough.facts.styles import styles
from evidence.anchors import Anchor
from evidence.effects import BASE, Effect, applied, effects, inputs_of, sign_asked
from evidence.fit import FOLDS, fold_file
from evidence.judge import Verdict, judge
from evidence.kinds import style_inputs, typicals
from evidence.practice import before, by_model, by_style, practice
from evidence.practice import counts as practice_counts
from evidence.rows import Evidence
from evidence.sizes import judged
from evidence.trends import Trend

MODEL = Path(__file__).resolve().parents[1] / "docs" / "model.md"
BEGIN, END = "<!-- evidence -->", "<!-- /evidence -->"


@dataclass(frozen=True)
class Signed:
    """One of the craft's effects with what the model gives, percent, and whether the asked signs hold."""

    effect: Effect
    diameter: float
    height: float

    @property
    def asked(self) -> bool:
        """Whether a sign is asked: undisputed, H or M, and a reported range that leaves no doubt."""
        clear = sign_asked(self.effect.diameter) or sign_asked(self.effect.height)
        return bool(clear) and not self.effect.disputed and self.effect.confidence in "HM"

    @property
    def holds(self) -> bool:
        spans = ((self.diameter, self.effect.diameter), (self.height, self.effect.height))
        return all(v * sign_asked(span) > 0 for v, span in spans if sign_asked(span))


def signed(which: ParameterSet) -> list[Signed]:
    """All effects with a parameter set; heights are mean heights."""
    rows = effects()
    ends = endings(bake([inputs_of(BASE), *(applied(e) for e in rows)], values(which)))
    d, h = ends["diameter_mm"], ends["height_mm"]
    return [
        Signed(e, 100.0 * float(d[i] / d[0] - 1.0), 100.0 * float(h[i] / h[0] - 1.0)) for i, e in enumerate(rows, 1)
    ]


def _anchor_table(base: list[Verdict], now: list[Verdict]) -> list[str]:
    lines = ["| anchor | expected | base | current | verdict | sure | fitted |", "|---|---|---|---|---|---|---|"]
    for b, n in zip(base, now, strict=True):
        a = n.row
        assert isinstance(a, Anchor)
        lines.append(
            f"| {a.recipe}: {a.what} ({a.basis}) | {a.low:g} to {a.high:g} | {b.value:.3g} | {n.value:.3g} "
            f"| {'in' if n.inside else '**out**'} | {a.confidence} | {'yes' if a.fitted else 'no'} |"
        )
    return lines


def _trend_table(base: list[Verdict], now: list[Verdict]) -> list[str]:
    lines = ["| trend | expected | base | current | direction | size |", "|---|---|---|---|---|---|"]
    for b, n in zip(base, now, strict=True):
        t = n.row
        assert isinstance(t, Trend)
        lines.append(
            f"| {t.what} | {t.low:g} to {t.high:g} | {b.value:.3f} | {n.value:.3f} "
            f"| {'holds' if n.direction else '**fails**'} | {'in' if n.inside else 'out'} |"
        )
    return lines


def _effect_table(base: list[Signed], now: list[Signed]) -> list[str]:
    lines = ["| effect | width reported | base | current | height reported | base | current | signs |",
             "|---|---|---|---|---|---|---|---|"]  # fmt: skip
    for b, n in zip(base, now, strict=True):
        e = n.effect
        verdict = ("hold" if n.holds else "**fail**") if n.asked else ("disputed" if e.disputed else "not asked")
        wide, tall = (f"{s[0]:+g} ({s[1]:g} to {s[2]:g}) %" for s in (e.diameter, e.height))
        lines.append(
            f"| {e.number} {e.what} ({e.confidence}) | {wide} | {b.diameter:+.1f} | {n.diameter:+.1f} | {tall} "
            f"| {b.height:+.1f} | {n.height:+.1f} | {verdict} |"
        )
    return lines


def _style_table() -> list[str]:
    inputs = style_inputs()
    found = {}
    for which in ("base", "current"):
        b = bake(list(inputs.values()), values(which))
        found[which] = with_crust(b, endings(b))
    names = list(inputs)
    lines = ["| style at its typical formula and bake | typical | base | current | verdict |", "|---|---|---|---|---|"]
    for t in typicals():
        i = names.index(t.style)
        was, now = (float(found[w][t.output][i]) for w in ("base", "current"))
        verdict = "in" if t.low <= now <= t.high else "**out**"
        lines.append(f"| {t.style}: {t.output} | {t.low:.3g} to {t.high:.3g} | {was:.3g} | {now:.3g} | {verdict} |")
    return lines


#: Sheets as biscuit bakers roll them: thickness in mm, a little lighter when thinner.
SHEETS = (3.0, 4.0, 5.0, 6.0)


def _window_table() -> list[str]:
    lines = [
        "| bake | usual | best minute | good minutes | too early | too late | last |",
        "|---|---|---|---|---|---|---|",
    ]
    cutout = styles()["cutout"]
    drafts = {s.id: (s, from_style_formula(s)[0]) for s in styles().values()}
    for t in SHEETS:
        draft = drafts["cutout"][1]
        process = replace(draft.process, start_thickness_mm=t, portion_g=4.0 * t)
        drafts[f"cutout, {t:g} mm"] = (cutout, replace(draft, process=process))
    for name, (style, draft) in drafts.items():
        case = bake_case(draft, style, Kit())
        assert isinstance(case, BakeCase)
        w = detail(case, from_style(style).cookie).window
        last = "" if w.last_min is None else f"{w.last_min:.1f}, {w.last_because}"
        m = style.minutes
        lines.append(
            f"| {name} | {m.low:g} to {m.high:g} | {w.best_min:.1f} ({w.best_low_min:.1f} to {w.best_high_min:.1f}) "
            f"| {w.earliest_min:.1f} to {w.latest_min:.1f} | {w.earliest_because} | {w.latest_because} | {last} |"
        )
    return lines


def _practice_table() -> list[str]:
    now, then = {r.ident: by_model(r) for r in practice()}, before()
    table = {r.ident: by_style(r) for r in practice()}
    lines = ["| formula | width mm: expected, before, now | mean height mm | best minute | rim L* |"]
    lines.append("|---|---|---|---|---|")
    for r in practice():
        a, b = now[r.ident], then[r.ident]
        asked = ((r.diameter_mm, b.diameter_mm, a.diameter_mm), (r.height_mm, b.height_mm, a.height_mm),
                 (r.minutes, b.best_min, a.best_min), (r.rim_l, b.rim_l, a.rim_l))  # fmt: skip
        told = [" / ".join("–" if v is None else f"{v:.3g}" for v in row) for row in asked]
        lines.append(f"| {r.ident} {r.what} ({r.style.id}) | {' | '.join(told)} |")
    lines.append("")
    for name, said in (("The style table alone", table), ("The model before", then), ("The model now", now)):
        wide, of, tall, timed = practice_counts(said)
        lines.append(
            f"- {name}: width within 12 % in {wide} of {of}, mean height within 20 % in {tall} of {len(practice())}, "
            f"best minute within 1.5 min in {timed} of {len(practice())}."
        )
    return lines


def _size_table() -> list[str]:
    rows = [r for r in judged() if not r.row.what[0].isdigit()]
    lines = ["| effect | of what | expected | now | verdict |", "|---|---|---|---|---|"]
    unit = {"percent": " %", "by": "", "ratio": " times"}
    for r in rows:
        verdict = "in" if r.inside else "**wrong sign**" if r.wrong_sign else "**out**"
        lines.append(
            f"| {r.row.style}: {r.row.what} | {r.row.output} | {r.row.low:g} to {r.row.high:g}{unit[r.row.kind]} "
            f"| {r.value:.2f} | {verdict} |"
        )
    return lines


def _fold_table() -> list[str]:
    evidence = Evidence()
    seen = evidence.outcomes(values("current"))
    lines = ["| family | rows | inside, fitted on all | inside, family never seen |", "|---|---|---|---|"]
    total = np.zeros(3, dtype=int)
    for n, left_out in enumerate(FOLDS):
        said = json.loads(fold_file(n).read_text(encoding="utf-8"))["said"] if fold_file(n).exists() else None
        for family in left_out:
            rows = [r for r in evidence.rows if r.family == family]
            fitted = sum(r.inside(r.value(seen)) for r in rows)
            unseen = None if said is None else sum(r.inside(said[f"{r.what}|{r.output}"]) for r in rows)
            lines.append(f"| {family} | {len(rows)} | {fitted} | {'not run' if unseen is None else unseen} |")
            total += np.array([len(rows), fitted, unseen or 0])
    lines.append(f"| all | {total[0]} | {total[1]} | {total[2]} |")
    return lines


def counts(anchors: list[Verdict], trends: list[Verdict], rows: list[Signed]) -> str:
    """The counts in one sentence."""
    fitted = [v for v in anchors if isinstance(v.row, Anchor) and v.row.fitted]
    free = [v for v in anchors if isinstance(v.row, Anchor) and not v.row.fitted]
    asked = [r for r in rows if r.asked]
    return (
        f"anchors {sum(v.inside for v in fitted)} of {len(fitted)} fitted and "
        f"{sum(v.inside for v in free)} of {len(free)} not fitted in range; trends "
        f"{sum(v.direction for v in trends)} of {len(trends)} in direction, {sum(v.inside for v in trends)} in size; "
        f"effects {sum(r.holds for r in asked)} of {len(asked)} undisputed rows in sign"
    )


def text() -> str:
    """The evidence section."""
    base, now = judge("base"), judge("current")
    rows_base, rows_now = signed("base"), signed("current")
    return "\n".join(
        [
            f"Base: {counts(*base, rows_base)}.",
            "",
            f"Current: {counts(*now, rows_now)}.",
            "",
            "### Anchors",
            "",
            *_anchor_table(base[0], now[0]),
            "",
            "### Trends",
            "",
            *_trend_table(base[1], now[1]),
            "",
            "### The craft's own effects, from a typical chewy drop",
            "",
            *_effect_table(rows_base, rows_now),
            "",
            "### Seen and never seen",
            "",
            *_fold_table(),
            "",
            "### Thirty formulas from practice, seen by no fit",
            "",
            *_practice_table(),
            "",
            "### Sizes of effects",
            "",
            *_size_table(),
            "",
            "### When to pull, current set",
            "",
            *_window_table(),
            "",
            "### The styles",
            "",
            *_style_table(),
        ]
    )


def main() -> None:
    page = MODEL.read_text(encoding="utf-8")
    before, rest = page.split(BEGIN)
    after = rest.split(END)[1]
    MODEL.write_text(f"{before}{BEGIN}\n\n{text()}\n\n{END}{after}", encoding="utf-8")
    print(f"docs/model.md: {counts(*judge('current'), signed('current'))}")


if __name__ == "__main__":
    main()
