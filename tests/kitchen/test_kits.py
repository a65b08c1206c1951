"""The kit a draft is planned with: its oven and tray, and what bakes have taught of them."""

from __future__ import annotations

from typing import Any

import pytest
from django.contrib.auth.models import User

from dough.accounts.formula import Process
from dough.bake.contract import BakeCase
from dough.bake.intake import Kit, NoCase
from dough.bake.taught import GENERAL
from dough.facts.styles import styles
from dough.judgement.learning.fit import learn
from dough.judgement.learning.logged import Logged, Reading
from dough.judgement.learning.reference import Reference
from kitchen.documents.draft import DraftDoc
from kitchen.documents.lesson import LessonDoc
from kitchen.models import Calibration, Dough, Kitchen, Oven, Tray
from kitchen.reading.kit import dough_setting, kit_for, plain_kit
from tests.conftest import NOW

pytestmark = pytest.mark.django_db


def planned(dough: Dough, **process: Any) -> Process:
    document = {**dough.draft, "process": {**dough.draft["process"], **process}}
    return DraftDoc.model_validate(document).to_core().process


@pytest.fixture
def cold(dough: Dough, cook: User) -> Oven:
    """An oven that pale bakes have shown to be cold, learned and in force."""
    oven = Oven.objects.get()
    case = dough_setting(dough, styles()["oat"]).case()
    assert isinstance(case, BakeCase)
    pale = {"crust_l": Reading(82.0, 3.0), "loss_pct": Reading(4.0, 0.6), "core_c": Reading(80.0, 3.0)}
    lesson = learn([Logged(Reference("bake", n), dough.pk, oven.pk, None, case, pale) for n in range(3)])
    document = LessonDoc.of(lesson).model_dump(mode="json")
    made = Calibration.objects.create(number=1, left_out=[], lesson=document, note="", made_at=NOW, made_by=cook)
    Kitchen.objects.update(calibration=made)
    return oven


def test_without_oven_and_tray_the_kit_is_the_general_one(dough: Dough) -> None:
    assert kit_for(planned(dough), dough.pk) == Kit()


def test_an_oven_s_thermometer_and_a_tray_s_metal_are_in_it(dough: Dough) -> None:
    Oven.objects.update(offset_k=-7.0)
    Tray.objects.update(conductance=1.4)
    kit = plain_kit(planned(dough, oven_id=Oven.objects.get().pk, tray_id=Tray.objects.get().pk))
    assert (kit.offset_k, kit.tray_conductance) == (-7.0, 1.4)
    assert kit.taught is GENERAL


def test_an_oven_that_is_gone_counts_as_not_noted(dough: Dough) -> None:
    assert plain_kit(planned(dough, oven_id=987, tray_id=654)) == Kit()


def test_without_flour_there_is_no_case(dough: Dough) -> None:
    dough.draft = {**dough.draft, "lines": []}
    assert isinstance(dough_setting(dough, None).case(), NoCase)


def test_what_was_learned_of_an_oven_goes_with_that_oven_only(dough: Dough, cold: Oven) -> None:
    other = Oven.objects.create(name="Table oven")
    known = kit_for(planned(dough, oven_id=cold.pk), dough.pk).taught
    unknown = kit_for(planned(dough, oven_id=other.pk), dough.pk).taught
    assert known.learned.oven_k < -1.5
    assert unknown.learned.oven_k == pytest.approx(0.0, abs=1e-9)
    assert (known.of_oven, unknown.of_oven) == (3, 0)
    assert plain_kit(planned(dough, oven_id=cold.pk)).taught is GENERAL


def test_the_next_bake_is_forecast_in_the_oven_the_draft_names(dough: Dough, cold: Oven) -> None:
    dough.draft = {**dough.draft, "process": {**dough.draft["process"], "oven_id": cold.pk}}
    case = dough_setting(dough, styles()["oat"]).case()
    assert isinstance(case, BakeCase)
    assert case.taught.of_oven == 3
