"""The demo's panels: one that twenty-four made-up tasters have answered, one that is open."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

import numpy as np
from django.contrib.auth.models import User

from dough.tasting.simulated import tasted
from kitchen.actions.panels import ClosePanel, OpenPanel, SetUpPanel, answered
from kitchen.documents.panel import PanelDoc, ReplyDoc
from kitchen.models import Dough, Panel
from kitchen.reading.panels import plate_of, question_of, said_of

NICKS = ("Blue spoon", "Tall jar", "North window", "Second bell", "Green cup", "Paper hat", "Slow clock", "Warm brick")


def make_panels(data: list[dict[str, Any]], doughs: list[Dough], cook: User, now: datetime) -> None:
    """Set up, open and answer them; dates count back from now."""
    for n, x in enumerate(data):
        then = now - timedelta(days=x["days"])
        panel = SetUpPanel(
            actor=cook, now=then, dough_id=doughs[x["dough"]].pk, key=f"demo-panel-{n}", name=x["name"],
            said=PanelDoc.model_validate(x["said"]),
        ).execute()  # fmt: skip
        panel = OpenPanel(actor=cook, now=then, panel_id=panel.pk, lot=n).execute()
        answer_by_simulation(panel, x["strength"], x["answered"], then + timedelta(minutes=20), seed=n)
        if x["closed"]:
            ClosePanel(actor=cook, now=then + timedelta(hours=1), panel_id=panel.pk).execute()


def answer_by_simulation(panel: Panel, strength: list[float], many: int, at: datetime, seed: int) -> None:
    """So many ballots answered by made-up tasters, who perceive each piece anew; the panel is marked as simulated."""
    rng = np.random.default_rng(seed)
    asked, scales = question_of(panel), tuple(said_of(panel).scales)
    for ballot in panel.ballots.all()[:many]:
        plate = plate_of(panel, ballot.number).to_core()
        answered(panel, ballot, ReplyDoc.of(tasted(asked, plate, strength, rng, scales)))
        ballot.nick = f"{NICKS[ballot.number % len(NICKS)]} {ballot.number}"
        ballot.came_by, ballot.agreed_at, ballot.finished_at = "simulated", at, at
        ballot.save()
    panel.simulated = True
    panel.save(update_fields=["simulated"])
