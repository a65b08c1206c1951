"""The demo kitchen tells its story and never overwrites a cook's data."""

from __future__ import annotations

import itertools

import pytest

from dough.draft.difference import difference
from dough.facts.scatter import AS_USUAL
from kitchen.api.bakes.views import bake_out
from kitchen.api.doughs.views import shelf_items
from kitchen.demo.load import load_demo
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough, Kitchen
from kitchen.reading.doughs import latest_bakes, style_of
from tests.conftest import NOW


@pytest.fixture
def lantern_row(db: None) -> None:
    assert load_demo(NOW)


def test_five_doughs_by_several_cooks(lantern_row: None) -> None:
    found = {d.name: (d.style, d.versions.count(), len(latest_bakes(d))) for d in Dough.objects.all()}
    assert found == {
        "Cardamom rye with apricot": ("chewy", 6, 11),
        "Toasted sesame thins": ("thin_crisp", 0, 0),
        "Orange and poppy softs": ("cakey", 2, 2),
        "Black tea and lemon rounds": ("slice", 3, 3),
        "Hazelnut ginger snaps": ("ginger", 1, 1),
    }
    assert len({v.kept_by_id for d in Dough.objects.all() for v in d.versions.all()}) >= 3
    assert len({b.logged_by_id for d in Dough.objects.all() for b in latest_bakes(d)}) >= 3


def test_one_thing_changes_from_each_new_dough_s_version_to_the_next(lantern_row: None) -> None:
    for name in ("Orange", "Black tea"):
        dough = Dough.objects.get(name__startswith=name)
        drafts = [DraftDoc.model_validate(v.formula).to_core() for v in dough.versions.all()]
        assert [difference(a, b).count for a, b in itertools.pairwise(drafts)] == [1] * (len(drafts) - 1)


def test_the_bakes_approach_the_target_with_dead_ends(lantern_row: None) -> None:
    rye = Dough.objects.get(name__startswith="Cardamom")
    target = TargetDoc.model_validate(rye.target).to_core()
    off = [bake_out(b, target, style_of(rye), AS_USUAL).rms_steps or 0 for b in latest_bakes(rye)]
    assert off[0] == max(off)
    assert off[-1] == min(off)
    assert off[4] > off[3], "the extra egg was a dead end"
    assert shelf_items([rye])[0].closeness.startswith("All within reach")


def test_versions_branch(lantern_row: None) -> None:
    rye = Dough.objects.get(name__startswith="Cardamom")
    parents = {v.number: v.parent.number if v.parent else None for v in rye.versions.all()}
    assert parents == {1: None, 2: 1, 3: 2, 4: 2, 5: 4, 6: 4}


def test_a_second_start_keeps_what_is_there(lantern_row: None) -> None:
    Dough.objects.filter(name__startswith="Cardamom").update(name="Mine now")
    assert not load_demo(NOW)
    assert Kitchen.objects.count() == 1
    assert Dough.objects.filter(name="Mine now").exists()
