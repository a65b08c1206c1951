"""Put the demo kitchen in place, once."""

from __future__ import annotations

import json
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from dough.draft.target import Target
from dough.facts.cookie import Cookie
from kitchen.actions.calibrate import Calibrate
from kitchen.actions.create_dough import CreateDough
from kitchen.actions.freeze_version import FreezeVersion
from kitchen.actions.furnish import Furnish
from kitchen.actions.larder import PutBy
from kitchen.actions.log_bake import BakeEntry, LogBake, NewBatch
from kitchen.actions.plans import SavePlan
from kitchen.actions.rights import MemberRole
from kitchen.actions.save_draft import SaveDraft
from kitchen.demo.panels import make_panels
from kitchen.documents.draft import DraftDoc
from kitchen.documents.plan import PlanDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Batch, Cold, Dough, Kitchen, Member, Oven, Tray, Version
from kitchen.reading.hours import today

SOURCE = Path(__file__).with_name("lantern_row.json")


def load_demo(now: datetime) -> bool:
    """Fill an empty installation with the demo kitchen; dates count back from now.

    Answers False, and changes nothing, when there is a kitchen already: a cook's data is kept.
    """
    if Kitchen.objects.exists():
        return False
    data = json.loads(SOURCE.read_text(encoding="utf-8"))
    with transaction.atomic():
        Kitchen.objects.create(**data["kitchen"])
        ids = {
            "oven_id": [Oven.objects.create(**o).pk for o in data["ovens"]],
            "tray_id": [Tray.objects.create(**t).pk for t in data["trays"]],
        }
        cooks = [_cook(c, MemberRole.COOK if n else MemberRole.OWNER, now) for n, c in enumerate(data["cooks"])]
        for of, facts in data["things"]:
            Furnish(actor=cooks[0], now=now - timedelta(days=60), kind=of, typed=facts).execute()
        for dough in data["doughs"]:
            _dough(dough, cooks, now, ids)
        _plans(data, cooks[0], now)
        make_panels(data["panels"], list(Dough.objects.order_by("pk")), cooks[0], now)
    # What the bakes say of this kitchen is in force from the start: forecast and last bake agree at first sight.
    Calibrate(actor=cooks[0], now=now, left_out=(), seen=None, note="from the bakes so far").execute()
    return True


def _plans(data: dict[str, Any], cook: User, now: datetime) -> None:
    """Tomorrow's day, and what lies in the larder."""
    doughs = list(Dough.objects.order_by("pk"))
    colds = {c.name: c.pk for c in Cold.objects.all()}
    for p in data["plans"]:
        keep = [{**k, "cold": colds[k["cold"]]} for k in p["plan"].get("keep", [])]
        plan = PlanDoc.model_validate({**p["plan"], "keep": keep})
        SavePlan(
            actor=cook,
            now=now,
            dough_id=doughs[p["dough"]].pk,
            on=today(now) + timedelta(days=1),
            revision=0,
            plan=plan,
        ).execute()
    for n, x in enumerate(data["larder"]):
        then = now - timedelta(days=x["days"])
        PutBy(
            actor=cook, now=then, dough_id=doughs[x["dough"]].pk, form=x["form"], pieces=x["pieces"],
            portion_g=x["portion_g"], cold_id=colds[x["cold"]] if x["cold"] else None, made_at=then, key=f"demo-{n}",
        ).execute()  # fmt: skip


def _cook(data: dict[str, str], role: MemberRole, now: datetime) -> User:
    cook = User(username=data["username"], first_name=data["name"])
    cook.set_unusable_password()
    cook.save()
    Member.objects.create(user=cook, role=role, joined_at=now)
    return cook


def _dough(data: dict[str, Any], cooks: list[User], now: datetime, ids: dict[str, list[int]]) -> None:
    """A dough with its versions and bakes, each by the cook whose place in the list it names."""
    cook = cooks[0]
    begun = now - timedelta(days=data["versions"][0]["days"] if data["versions"] else 2)
    dough = CreateDough(actor=cook, now=begun, name=data["name"], start=data["start"], style=data["style"]).execute()
    wish = dict(data["target"])
    portion = wish.pop("portion_g")
    target = TargetDoc.of(Target(Cookie(**wish), portion, "set by hand", data["style"]))
    for version in data["versions"]:
        at = now - timedelta(days=version["days"], hours=3)
        parent = Version.objects.filter(dough=dough, number=version["parent"] or 0).first()
        Dough.objects.filter(pk=dough.pk).update(draft_parent=parent)
        author = cooks[version.get("cook", 0)]
        revision = _save(dough, author, at, version["draft"], target, ids)
        FreezeVersion(actor=author, now=at, dough_id=dough.pk, revision=revision, note=version["note"]).execute()
    for number, bake in enumerate(data["bakes"], 1):
        _bake(bake, number, dough, cooks[bake.get("cook", 0)], now, ids)
    _save(dough, cook, now - timedelta(days=1), data["draft"], target, ids)


def _save(
    dough: Dough, cook: User, at: datetime, draft: dict[str, Any], target: TargetDoc, ids: dict[str, list[int]]
) -> int:
    process = {**draft["process"], **_real(draft["process"], ids)}
    return (
        SaveDraft(
            actor=cook,
            now=at,
            dough_id=dough.pk,
            revision=Dough.objects.get(pk=dough.pk).revision,
            name=dough.name,
            style=dough.style,
            draft=DraftDoc.model_validate({"lines": draft["lines"], "process": process}),
            target=target,
        )
        .execute()
        .revision
    )


def _bake(
    data: dict[str, Any], number: int, dough: Dough, cook: User, now: datetime, ids: dict[str, list[int]]
) -> None:
    day = (now - timedelta(days=data["days"])).date()
    batch = Batch.objects.filter(version__dough=dough, number=data["batch"] or 0).first()
    new = NewBatch(
        version_number=data["version"],
        mixed_on=(now - timedelta(days=data["days"], hours=data["age_h"])).date(),
        weighed=data["weighed"],
        butter_temp_c=data["butter_temp_c"],
        dough_temp_c=data["batch_dough_temp_c"],
    )
    names = (
        "age_h", "chill_h", "dough_temp_c", "portion_g", "pieces", "oven_c", "fan", "minutes",
        "measured", "notes",
    )  # fmt: skip
    values: dict[str, Any] = {**{n: data[n] for n in names}, **_real(data, ids)}
    LogBake(
        actor=cook,
        now=now - timedelta(days=data["days"]),
        dough_id=dough.pk,
        batch_id=batch.pk if batch else None,
        new_batch=None if batch else new,
        bake=BakeEntry(key=f"demo-bake-{dough.pk}-{number}", baked_on=day, **values),
    ).execute()


def _real(data: dict[str, Any], ids: dict[str, list[int]]) -> dict[str, int]:
    """The demo file numbers ovens and trays from 1; the database may have given them other ids."""
    return {k: ids[k][data[k] - 1] for k in ids if data.get(k)}
