"""A kitchen as it is after years, made by rule: for measuring what a cook waits for, and for tests."""

from __future__ import annotations

import itertools
from datetime import datetime, timedelta
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from dough.draft.start import from_style_formula
from dough.facts.styles import styles
from kitchen.actions.rights import MemberRole
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Bake, Batch, Dough, Event, Kitchen, Member, Oven, Tray, Version


def make_large(now: datetime, doughs: int, bakes: int, most_bakes: int, most_versions: int) -> User:
    """Fill an empty database: so many doughs and bakes in all, one dough with most_bakes, one with most_versions. The
    same figures make the same kitchen. Its owner is answered."""
    with transaction.atomic():
        Kitchen.objects.create(name="A large kitchen")
        owner = User.objects.create_user("owner")
        Member.objects.create(user=owner, role=MemberRole.OWNER, joined_at=now)
        oven, tray = Oven.objects.create(name="Oven"), Tray.objects.create(name="Tray")
        rows = _doughs(now, doughs, owner)
        versions = _versions(rows, now, most_versions, owner)
        for dough in rows:
            dough.draft_parent = versions[dough.pk][-1]
        Dough.objects.bulk_update(rows, ["draft_parent"], batch_size=400)
        _bakes(rows, versions, now, bakes, most_bakes, owner, oven, tray)
    return owner


def _doughs(now: datetime, count: int, owner: User) -> list[Dough]:
    known = list(styles().values())
    starts = {}
    for style in known:
        draft, target = from_style_formula(style)
        starts[style.id] = (DraftDoc.of(draft).model_dump(mode="json"), TargetDoc.of(target).model_dump(mode="json"))
    made = []
    for n in range(count):
        style = known[n % len(known)]
        made.append(
            Dough(
                name=f"{style.name} {n + 1}", style=style.id, draft=starts[style.id][0], target=starts[style.id][1],
                created_at=now, saved_at=now, saved_by=owner,
            )
        )  # fmt: skip
    return Dough.objects.bulk_create(made, batch_size=400)


def _versions(rows: list[Dough], now: datetime, most: int, owner: User) -> dict[int, list[Version]]:
    found: dict[int, list[Version]] = {}
    for n, dough in enumerate(rows):
        wanted = most if n == 1 else 1 + n % 3
        made = [
            Version(
                dough=dough, number=k + 1, formula=_changed(dough.draft, k), note=f"Version {k + 1}",
                kept_at=now - timedelta(days=wanted - k), kept_by=owner,
            )
            for k in range(wanted)
        ]  # fmt: skip
        made = Version.objects.bulk_create(made, batch_size=400)
        for before, after in itertools.pairwise(made):
            after.parent = before
        if len(made) > 1:
            Version.objects.bulk_update(made[1:], ["parent"], batch_size=400)
        found[dough.pk] = made
    return found


def _changed(draft: dict[str, Any], k: int) -> dict[str, Any]:
    """The formula with its second line heavier and lighter by turns."""
    lines = [dict(line) for line in draft["lines"]]
    if len(lines) > 1 and lines[1]["grams"]:
        lines[1]["grams"] = round(lines[1]["grams"] * (1 + 0.03 * (k % 5)), 2)
    return {**draft, "lines": lines}


def _bakes(
    rows: list[Dough], versions: dict[int, list[Version]], now: datetime, count: int, most: int, owner: User,
    oven: Oven, tray: Tray,
) -> None:  # fmt: skip
    shares = [0] * len(rows)
    shares[0] = min(most, count)
    left = count - shares[0]
    for n in range(left):
        shares[1 + n % (len(rows) - 1)] += 1
    batches, bakes, events = [], [], []
    for dough, share in zip(rows, shares, strict=True):
        kept = versions[dough.pk]
        for k in range(share):
            day = (now - timedelta(days=share - k)).date()
            batch = Batch(
                version=kept[k % len(kept)], number=k + 1, mixed_on=day, weighed={}, additions=[], logged_at=now,
                logged_by=owner,
            )  # fmt: skip
            batches.append(batch)
            bakes.append(_bake(batch, dough.pk, k, day, owner, oven, tray, now))
            events.append(
                Event(at=now, by=owner, verb="LogBake", words=f"logged bake {k + 1}", subject="bake", dough=dough)
            )
    Batch.objects.bulk_create(batches, batch_size=400)
    Bake.objects.bulk_create(bakes, batch_size=400)
    Event.objects.bulk_create(events, batch_size=400)


def _bake(batch: Batch, dough: int, k: int, day: Any, owner: User, oven: Oven, tray: Tray, now: datetime) -> Bake:
    width = 80 + (k * 7 + dough) % 11
    readings = {"diameter_mm": [width, width + 1.5], "height_mm": [9.0 + k % 4], "rim_crisp": [55.0]}
    return Bake(
        batch=batch, number=k + 1, key=f"large-{dough}-{k}", baked_on=day, portion_g=45, pieces=6, oven=oven, tray=tray,
        oven_c=178, minutes=11 + k % 3, measured={"readings": readings, "shade_from": "eye"}, logged_at=now,
        logged_by=owner,
    )  # fmt: skip
