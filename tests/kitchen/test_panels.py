"""Panels over the API: blind until they close, answered by link or on paper, and nothing counted twice."""

from __future__ import annotations

import csv
import io
import json
from datetime import timedelta
from typing import Any

import pytest
from django.test import Client
from django.utils import timezone
from pypdf import PdfReader

from kitchen.api.ballots import views as ballots
from kitchen.api.ballots.limit import OF_A_LINK, OF_WRONG_ONES, Limit
from kitchen.models import Ballot, Dough, Event, Panel
from kitchen.reading.panels import plate_of, token_of
from tests.conftest import send

pytestmark = pytest.mark.django_db
DEVICE = "phone-of-a-taster"


@pytest.fixture(autouse=True)
def fresh_limits(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(ballots, "by_link", Limit(OF_A_LINK))
    monkeypatch.setattr(ballots, "wrong", Limit(OF_WRONG_ONES))


def said(**changes: Any) -> dict[str, Any]:
    samples = [
        {"name": "Ours", "version": 1, "age_h": 3.0},
        {"name": "From the shop", "age_h": 3.0, "holds": "wheat, milk"},
    ]
    return {"question": "triangle", "samples": samples, "tasters": 6, **changes}


def make(client: Client, dough: Dough, key: str = "panel-key-1", **changes: Any) -> Any:
    body = {"key": key, "name": "Does it show?", "said": said(**changes)}
    return send(client, "post", f"/doughs/{dough.pk}/panels", body)


@pytest.fixture
def panel(client: Client, kept: Dough) -> Panel:
    """An open triangle of six plates."""
    made = make(client, kept)
    assert made.status_code == 201, made.json()
    opened = send(client, "post", f"/panels/{made.json()['id']}/open")
    assert opened.status_code == 200, opened.json()
    return Panel.objects.get(pk=made.json()["id"])


def at(ballot: Ballot, call: str, body: dict[str, Any] | None = None, device: str = DEVICE) -> Any:
    """A call of a taster, who is nobody to the kitchen."""
    url = f"/b/{token_of(ballot)}/{call}"
    if body is None:
        return Client().get(url, headers={"X-Device": device})
    return Client().post(url, json.dumps({"device": device, **body}), content_type="application/json")


def begin(ballot: Ballot, device: str = DEVICE) -> Any:
    return at(ballot, "begin", {"nick": "Blue spoon", "agrees": True}, device)


def odd(panel: Panel, ballot: Ballot) -> int:
    pieces = plate_of(panel, ballot.number).pieces
    return next(p.code for p in pieces if sum(q.sample == p.sample for q in pieces) == 1)


def answer(
    panel: Panel, ballot: Ballot, code: int | None = None, key: str = "reply-key-1", device: str = DEVICE
) -> Any:
    return at(ballot, "answer", {"key": key, "reply": {"choice": code or odd(panel, ballot)}}, device)


def test_a_triangle_from_set_up_to_the_sentence(client: Client, panel: Panel) -> None:
    for n, ballot in enumerate(panel.ballots.all()):
        assert begin(ballot).status_code == 200
        wrong = next(p.code for p in plate_of(panel, ballot.number).pieces if p.code != odd(panel, ballot))
        assert answer(panel, ballot, wrong if n == 0 else None).status_code == 200
    closed = send(client, "post", f"/panels/{panel.pk}/close").json()
    assert closed["state"] == "closed"
    assert closed["outcome"]["answer"] == "Ours and From the shop are told apart: 5 of 6 were right."
    assert closed["outcome"]["chance"] == 2.0
    assert closed["plates"][0]["codes"] == closed["ballots"][0]["codes"]
    assert sorted(closed["plates"][0]["samples"]) in (
        ["From the shop", "From the shop", "Ours"],
        ["From the shop", "Ours", "Ours"],
    )
    written = client.get(f"/api/panels/{panel.pk}/answers.csv").content.decode("utf-8-sig")
    table = list(csv.DictReader(io.StringIO(written)))
    chosen = [row for row in table if row["scale"] == "chosen" and row["value"] == "1"]
    assert len(chosen) == 6
    document = client.get(f"/api/panels/{panel.pk}/answers.json").json()
    assert (document["format"], len(document["answers"])) == ("tarte-panel", 18)


def test_what_is_liked_for_sure_can_become_the_target(client: Client, kept: Dough) -> None:
    """The liked version's cookie comes with the result once it is closed; another kitchen's cookie does not."""
    made = make(client, kept, "panel-key-9", question="paired", tasters=12).json()
    send(client, "post", f"/panels/{made['id']}/open")
    panel = Panel.objects.get(pk=made["id"])
    for ballot in panel.ballots.all():
        begin(ballot)
        ours = next(p.code for p in plate_of(panel, ballot.number).pieces if p.sample == 0)
        assert answer(panel, ballot, ours).status_code == 200
    assert client.get(f"/api/panels/{panel.pk}").json()["liked"] is None
    liked = send(client, "post", f"/panels/{panel.pk}/close").json()["liked"]
    assert (liked["name"], liked["version"]) == ("Ours", 1)
    assert 40 < liked["cookie"]["diameter_mm"] < 140
    assert "as forecast" in liked["basis"]


def test_nothing_says_what_a_code_is_before_it_is_closed(client: Client, panel: Panel) -> None:
    first = panel.ballots.all()[0]
    begin(first)
    answer(panel, first)
    told = client.get(f"/api/panels/{panel.pk}").json()
    assert (told["outcome"], told["plates"], told["answered"]) == (None, [], 1)
    assert "sample" not in json.dumps(told["ballots"])
    assert client.get(f"/api/doughs/{panel.dough_id}/panels").json()[0]["answer"] == ""
    for name in ("answers.csv", "answers.json"):
        refused = client.get(f"/api/panels/{panel.pk}/{name}")
        assert refused.status_code == 422
        assert "Close the panel first" in refused.json()["message"]


def test_who_stays_away_leaves_plates_uneven_and_that_is_told(client: Client, panel: Panel) -> None:
    for ballot in panel.ballots.all()[:4]:
        begin(ballot)
        answer(panel, ballot)
    assert client.get(f"/api/panels/{panel.pk}").json()["uneven"] == ""
    closed = send(client, "post", f"/panels/{panel.pk}/close").json()
    assert "served 1 more than another" in closed["uneven"]


def test_looking_before_it_closes_takes_a_reason_that_stays(client: Client, panel: Panel) -> None:
    assert send(client, "post", f"/panels/{panel.pk}/break", {"why": " "}).status_code == 422
    told = send(client, "post", f"/panels/{panel.pk}/break", {"why": "the oven failed"}).json()
    assert told["outcome"]["of"] == 0
    assert told["broken_why"] == "the oven failed"
    assert Event.objects.filter(words__contains="broke open").count() == 1


def test_a_taster_reads_what_the_samples_hold_before_any_code(panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    before = at(ballot, "look")
    assert before.status_code == 200
    assert {"wheat", "milk"} <= set(before.json()["holds"])
    assert "codes" not in before.json()
    assert at(ballot, "begin", {"nick": "x", "agrees": False}).status_code == 422
    assert answer(panel, ballot).status_code == 422
    begun = begin(ballot).json()
    assert len(begun["codes"]) == 3
    assert "sample" not in json.dumps(begun)
    assert Ballot.objects.get(pk=ballot.pk).nick == "Blue spoon"


def test_one_phone_at_a_time_and_an_answer_counts_once(client: Client, panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    assert at(ballot, "look", device="another-phone-1").status_code == 409
    assert begin(ballot, "another-phone-1").status_code == 409
    assert answer(panel, ballot).status_code == 200
    assert answer(panel, ballot).status_code == 200
    other = answer(panel, ballot, key="reply-key-2")
    assert other.status_code == 409
    assert "as it was sent first" in other.json()["message"]
    assert client.get(f"/api/panels/{panel.pk}").json()["answered"] == 1


def test_a_new_link_makes_the_old_one_worthless(client: Client, panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    old = token_of(ballot)
    url = send(client, "post", f"/panels/{panel.pk}/ballots/1/free").json()["url"]
    assert Client().get(f"/b/{old}/look").status_code == 404
    assert url.endswith(f"/b/{token_of(Ballot.objects.get(pk=ballot.pk))}")
    assert begin(Ballot.objects.get(pk=ballot.pk), "another-phone-1").status_code == 200


def test_a_ballot_ends_with_its_panel(client: Client, panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    Panel.objects.filter(pk=panel.pk).update(ends_at=timezone.now() - timedelta(seconds=1))
    late = answer(panel, ballot)
    assert late.status_code == 422
    assert "closed" in late.json()["message"]
    assert client.get(f"/api/panels/{panel.pk}").json()["state"] == "closed"


def test_a_taster_deletes_what_they_said(client: Client, panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    answer(panel, ballot)
    assert at(ballot, "withdraw", {}, "another-phone-1").status_code == 409
    assert at(ballot, "withdraw", {}).json()["state"] == "withdrawn"
    row = Ballot.objects.get(pk=ballot.pk)
    assert (row.reply, row.nick) == (None, "")
    assert send(client, "post", f"/panels/{panel.pk}/close").json()["outcome"]["of"] == 0


def test_what_was_deleted_before_it_was_sent_stays_deleted(client: Client, panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    at(ballot, "withdraw", {})
    for again in (begin(ballot), answer(panel, ballot)):
        assert again.status_code == 422
        assert "deleted" in again.json()["message"]
    body = {"reply": {"choice": odd(panel, ballot)}}
    assert send(client, "post", f"/panels/{panel.pk}/ballots/1/paper", body).status_code == 422
    assert send(client, "post", f"/panels/{panel.pk}/ballots/1/free").status_code == 422
    assert Ballot.objects.get(pk=ballot.pk).reply is None


def test_who_has_answered_is_told_no_code_any_more(panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    assert "codes" not in answer(panel, ballot).json()
    assert "codes" not in at(ballot, "look", device="another-phone-1").json()


def test_a_ballots_link_reaches_nothing_else_and_sets_no_cookie(panel: Panel) -> None:
    ballot = panel.ballots.all()[0]
    stranger = Client()
    answered = [stranger.get(f"/b/{token_of(ballot)}/look"), stranger.get(f"/b/{token_of(ballot)}")]
    assert all(not a.cookies for a in answered)
    token = token_of(ballot)
    for path in (f"/api/panels/{panel.pk}", "/api/doughs", f"/api/panels/{panel.pk}/plating.pdf", f"/api/{token}"):
        for headers in ({}, {"Authorization": f"Bearer {token}"}, {"X-Device": token}):
            assert stranger.get(path, headers=headers).status_code in (401, 403, 404)


@pytest.mark.parametrize("token", ["1.x", "x", "1", "999999.aaaa", "1." + "a" * 32, "½.a", "%00", "1.1.1"])
def test_a_guessed_link_opens_nothing(panel: Panel, token: str) -> None:
    assert Client().get(f"/b/{token}/look").status_code == 404


def test_who_guesses_links_is_slowed_and_others_are_not(panel: Panel) -> None:
    tries = [Client().get(f"/b/{n}.zzzz/look").status_code for n in range(OF_WRONG_ONES + 3)]
    assert tries[0] == 404
    assert tries[-1] == 429
    # A good link from the same address opens its ballot all the same, until it is asked for too often itself.
    ballot = panel.ballots.all()[0]
    asked = [at(ballot, "look").status_code for _ in range(OF_A_LINK + 2)]
    assert asked[0] == 200
    assert asked[-1] == 429
    assert at(panel.ballots.all()[1], "look").status_code == 200


@pytest.mark.parametrize(
    "body",
    ["", "{", "[]", '{"device": "x"}', "x" * 30_000,
     json.dumps({"device": DEVICE, "key": "k" * 9, "reply": {"choice": 12}}),
     json.dumps({"device": DEVICE, "key": "k" * 9, "reply": {"scores": {"²": {"liking": 5}}}})],
)  # fmt: skip
def test_rubbish_on_a_ballot_is_refused_and_nothing_kept(panel: Panel, body: str) -> None:
    ballot = panel.ballots.all()[0]
    begin(ballot)
    sent = Client().post(f"/b/{token_of(ballot)}/answer", body, content_type="application/json")
    assert sent.status_code == 422
    assert Ballot.objects.get(pk=ballot.pk).finished_at is None
    assert Client().get(f"/b/{token_of(ballot)}/answer").status_code == 405


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"samples": [{"name": "A", "version": 1, "age_h": 2}, {"name": "B", "version": 1, "age_h": 20}]}, "h apart"),
        ({"samples": [{"name": "A", "version": 1}, {"name": "A", "version": 1}]}, "name of its own"),
        ({"samples": [{"name": "A", "version": 1}, {"name": "B"}]}, "which allergens"),
        ({"samples": [{"name": "A", "version": 1}, {"name": "B", "version": 9}]}, "no version 9"),
        ({"question": "2-AFC"}, "Name the attribute"),
        ({"question": "scales"}, "Choose one scale"),
        ({"question": "ranking"}, "3 to 6 samples"),
        ({"question": "guess"}, "not a question"),
        ({"mask": "dark"}, "what is hidden"),
    ],
)
def test_a_set_up_that_cannot_be_says_what_to_do(
    client: Client, kept: Dough, change: dict[str, Any], says: str
) -> None:
    refused = make(client, kept, **change)
    assert refused.status_code == 422
    assert says in json.dumps(refused.json())
    assert Panel.objects.count() == 0


def test_different_ages_can_be_meant_and_are_then_told(client: Client, kept: Dough) -> None:
    samples = [{"name": "Fresh", "version": 1, "age_h": 2}, {"name": "Day old", "version": 1, "age_h": 26}]
    made = make(client, kept, samples=samples, ages_differ="it is the question").json()
    assert any("Ages differ" in m for m in made["minds"])
    again = make(client, kept, samples=samples, ages_differ="it is the question")
    assert again.json()["id"] == made["id"]


def test_one_key_is_one_panel_of_one_dough(client: Client, kept: Dough, dough: Dough) -> None:
    assert make(client, kept).status_code == 201
    assert make(client, kept).status_code == 201
    other = make(client, dough, samples=[{"name": n, "holds": "wheat"} for n in ("A", "B")])
    assert other.status_code == 422
    assert make(client, kept, tasters=7).status_code == 422
    assert Panel.objects.count() == 1


def test_a_samples_name_is_no_formula_in_a_spreadsheet(client: Client, kept: Dough) -> None:
    names = ("=1+1", "@x")
    made = make(client, kept, samples=[{"name": n, "version": 1} for n in names]).json()
    send(client, "post", f"/panels/{made['id']}/open")
    panel = Panel.objects.get(pk=made["id"])
    begin(panel.ballots.all()[0])
    answer(panel, panel.ballots.all()[0])
    send(client, "post", f"/panels/{panel.pk}/close")
    rows = csv.DictReader(io.StringIO(client.get(f"/api/panels/{panel.pk}/answers.csv").content.decode("utf-8-sig")))
    assert all(row["sample"][0] not in "=@+-" for row in rows)


def test_paper_comes_in_by_hand_once(client: Client, panel: Panel) -> None:
    ballot = panel.ballots.all()[1]
    body = {"nick": "Owl", "reply": {"choice": odd(panel, ballot)}}
    entered = send(client, "post", f"/panels/{panel.pk}/ballots/2/paper", body)
    assert entered.json()["answered"] == 1
    assert send(client, "post", f"/panels/{panel.pk}/ballots/2/paper", body).status_code == 422
    wrong = send(client, "post", f"/panels/{panel.pk}/ballots/3/paper", {"reply": {"choice": 111}})
    assert wrong.status_code == 422
    assert send(client, "post", f"/panels/{panel.pk}/ballots/99/paper", body).status_code == 404


def test_more_tasters_get_plates_of_their_own(client: Client, panel: Panel) -> None:
    more = send(client, "post", f"/panels/{panel.pk}/more", {"more": 2}).json()
    assert [b["number"] for b in more["ballots"]] == list(range(1, 9))
    assert "more than another" in more["uneven"]
    send(client, "post", f"/panels/{panel.pk}/close")
    assert send(client, "post", f"/panels/{panel.pk}/more", {"more": 1}).status_code == 422


def text_of(answer: Any) -> str:
    return "\n".join(page.extract_text() for page in PdfReader(io.BytesIO(answer.content)).pages)


def test_on_paper_codes_are_all_there_and_only_the_plating_sheet_says_what_they_are(
    client: Client, panel: Panel
) -> None:
    codes = {str(p.code) for n in range(1, 7) for p in plate_of(panel, n).pieces}
    for name in ("serving.pdf", "labels.pdf", "ballots.pdf"):
        said = text_of(client.get(f"/api/panels/{panel.pk}/{name}"))
        assert all(c in said for c in codes), name
        assert "From the shop" not in said
    assert not Event.objects.filter(words__contains="printed what the codes").exists()
    for name in ("plating.pdf", "labels.pdf?key=true"):
        said = text_of(client.get(f"/api/panels/{panel.pk}/{name}"))
        assert all(c in said for c in codes)
        assert "From the shop" in said
    assert Event.objects.filter(words__contains="printed what the codes").count() == 2


def scored(client: Client, dough: Dough, figures: dict[int, float]) -> Panel:
    """A closed panel of eight on the rim's scale, each sample about so crisp."""
    samples = [{"name": f"Version {n}", "version": 1, "age_h": 3.0} for n in (1, 2)]
    made = make(client, dough, question="scales", scales=["rim_crisp"], samples=samples, tasters=8).json()
    panel = Panel.objects.get(pk=send(client, "post", f"/panels/{made['id']}/open").json()["id"])
    for ballot in panel.ballots.all():
        scores = {
            str(p.code): {"rim_crisp": figures[p.sample] + (ballot.number % 3) * 3}
            for p in plate_of(panel, ballot.number).pieces
        }
        entered = send(
            client, "post", f"/panels/{panel.pk}/ballots/{ballot.number}/paper", {"reply": {"scores": scores}}
        )
        assert entered.status_code == 200, entered.json()
    send(client, "post", f"/panels/{panel.pk}/close")
    return panel


def test_a_panel_on_scales_teaches_what_its_version_tastes_like(client: Client, kept: Dough) -> None:
    panel = scored(client, kept, {0: 80.0, 1: 20.0})
    told = send(client, "post", "/learning/study", {}).json()
    found = {b["id"]: b for b in told["bakes"]}
    first = found[f"panel-{panel.pk}-sample-0"]
    assert first["words"] == "panel “Does it show?”, Version 1"
    assert first["why"] == ""
    kept_out = send(client, "post", "/learning/study", {"left_out": list(found)}).json()
    assert {b["why"] for b in kept_out["bakes"]} == {"left out by hand"}


def test_a_panel_of_made_up_tasters_or_one_broken_open_teaches_nothing(client: Client, kept: Dough) -> None:
    panel = scored(client, kept, {0: 80.0, 1: 20.0})
    for change in ({"simulated": True}, {"simulated": False, "broken_at": timezone.now()}):
        Panel.objects.filter(pk=panel.pk).update(**change)
        assert send(client, "post", "/learning/study", {}).json()["bakes"] == []


def test_the_lineage_tells_what_a_panel_settled(client: Client, panel: Panel) -> None:
    begin(panel.ballots.all()[0])
    answer(panel, panel.ballots.all()[0])
    assert client.get(f"/api/doughs/{panel.dough_id}/lineage").json()[0]["panels"] == []
    send(client, "post", f"/panels/{panel.pk}/close")
    said = client.get(f"/api/doughs/{panel.dough_id}/lineage").json()[0]["panels"]
    assert said == ["Panel “Does it show?”: Not told apart: 1 of 1 were right. That does not show that they are alike."]


def test_how_many_tasters_it_takes(client: Client) -> None:
    asked: dict[str, str] = {"question": "triangle", "d": "1.5", "tasters": "24"}
    assert client.get("/api/panels/needed", asked).json() == {"least": 53, "always": 57, "critical": 13}
    assert client.get("/api/panels/needed", {**asked, "question": "paired"}).json()["critical"] == 18
    assert client.get("/api/panels/needed", {**asked, "question": "scales"}).json()["least"] is None
    assert client.get("/api/panels/needed", {**asked, "question": "guess"}).status_code == 422


def test_the_demo_has_a_closed_panel_of_made_up_tasters_and_an_open_one(db: None) -> None:
    from kitchen.demo.load import load_demo

    load_demo(timezone.now())
    closed, opened = Panel.objects.order_by("id")
    assert closed.simulated
    assert closed.ballots.exclude(finished_at=None).count() == 24
    assert closed.closed_at is not None
    assert opened.closed_at is None


def test_one_sample_comes_twice_to_each_taster_and_what_it_says_is_told_after_closing(
    client: Client, kept: Dough
) -> None:
    made = make(client, kept, question="nine-point", twice=True)
    assert made.status_code == 201, made.json()
    ident = made.json()["id"]
    opened = send(client, "post", f"/panels/{ident}/open").json()
    assert {len(b["codes"]) for b in opened["ballots"]} == {3}
    # Who runs the panel can't tell from what is sent which of the three is one of the others.
    assert "again" not in json.dumps(opened["ballots"])
    panel = Panel.objects.get(pk=ident)
    for ballot in panel.ballots.order_by("number"):
        begin(ballot)
        pieces = plate_of(panel, ballot.number).pieces
        scores = {str(p.code): {"liking": 4.0 + p.sample + n % 2} for n, p in enumerate(pieces)}
        at(ballot, "answer", {"key": f"answer-{ballot.number}", "reply": {"scores": scores}})
    closed = send(client, "post", f"/panels/{ident}/close").json()
    assert any("same cookie twice" in m for m in closed["outcome"]["minds"])
    assert all(sum("again" in s for s in p["samples"]) == 1 for p in closed["plates"])
    rows = list(csv.DictReader(io.StringIO(client.get(f"/api/panels/{ident}/answers.csv").content.decode("utf-8-sig"))))
    assert sum(r["again"] == "1" for r in rows) == 6


def test_a_triangle_takes_no_sample_twice(client: Client, kept: Dough) -> None:
    refused = make(client, kept, twice=True)
    assert refused.status_code == 422
    assert "figures" in refused.json()["message"]
