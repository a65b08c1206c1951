"""The demo kitchen tells its story and never overwrites a cook's data."""

from __future__ import annotations

import pytest

from kitchen.api.views import bake_out, latest_bakes, shelf_item, style_of
from kitchen.demo.load import load_demo
from kitchen.documents import TargetDoc
from kitchen.models import Dough, Kitchen
from tests.conftest import NOW


@pytest.fixture
def lantern_row(db: None) -> None:
    assert load_demo(NOW)


def test_two_doughs_six_versions_eleven_bakes(lantern_row: None) -> None:
    rye, thins = Dough.objects.all()
    assert (rye.versions.count(), len(latest_bakes(rye))) == (6, 11)
    assert (thins.versions.count(), len(latest_bakes(thins))) == (0, 0)


def test_the_bakes_approach_the_target_with_dead_ends(lantern_row: None) -> None:
    rye = Dough.objects.get(name__startswith="Cardamom")
    target = TargetDoc.model_validate(rye.target).to_core()
    off = [bake_out(b, target, style_of(rye)).rms_steps or 0 for b in latest_bakes(rye)]
    assert off[0] == max(off)
    assert off[-1] == min(off)
    assert off[4] > off[3], "the extra egg was a dead end"
    assert shelf_item(rye).closeness.startswith("All within reach")


def test_versions_branch(lantern_row: None) -> None:
    rye = Dough.objects.get(name__startswith="Cardamom")
    parents = {v.number: v.parent.number if v.parent else None for v in rye.versions.all()}
    assert parents == {1: None, 2: 1, 3: 2, 4: 2, 5: 4, 6: 4}


def test_a_second_start_keeps_what_is_there(lantern_row: None) -> None:
    Dough.objects.filter(name__startswith="Cardamom").update(name="Mine now")
    assert not load_demo(NOW)
    assert Kitchen.objects.count() == 1
    assert Dough.objects.filter(name="Mine now").exists()
