"""Make a diet version of a dough, and let it follow its parent."""

from __future__ import annotations

from dataclasses import dataclass, replace

from django.contrib.auth.models import User

from dough.bake.draft_setting import Setting
from dough.counsel.swaps.candidates import broken
from dough.counsel.swaps.follow import Follow, follow, swapped
from dough.draft.check import check_draft, check_target
from dough.facts.errors import EntryError
from dough.facts.styles import style
from kitchen.actions.base import Action, Done, clean_name, dough_for_writing, save_dough
from kitchen.actions.kept_drafts import keep_draft
from kitchen.documents.draft import DraftDoc
from kitchen.documents.target import TargetDoc
from kitchen.models import Dough
from kitchen.reading.doughs import MissingError, dough_for_reading
from kitchen.reading.this_kitchen import wanted


@dataclass(frozen=True, kw_only=True)
class MakeDietVersion(Action[Dough]):
    """A sibling of the dough as it stands, with the swaps its target's needs and wishes ask for, as picked."""

    dough_id: int
    name: str
    target: TargetDoc
    picks: dict[str, str]

    def check(self) -> None:
        clean_name(self.name)
        target = self.target.to_core()
        check_target(target)
        if not target.needs and not target.wishes:
            raise EntryError("needs", "Switch on a need first: a diet version meets one its parent does not.")

    def change(self, cook: User) -> Done[Dough]:
        target = self.target.to_core()
        parent = dough_for_reading(self.dough_id)
        if parent.follows_id is not None:
            raise EntryError("name", "This is a diet version itself. Make the new one from the dough it follows.")
        draft = DraftDoc.model_validate(parent.draft).to_core()
        check_draft(draft)
        used = Setting.of(draft, style(parent.style) if parent.style else None).style
        made = swapped(draft, wanted(target.needs), target.wishes, self.picks, used)
        left = broken(made.formula.lines, wanted(target.needs))
        if left:
            names = ", ".join(x.ingredient.name for x in left[:4])
            raise EntryError("needs", f"Still in it against a need: {names}. Pick what stands in for it first.")
        made_dough = Dough.objects.create(
            name=clean_name(self.name),
            style=parent.style,
            draft=DraftDoc.of(made).model_dump(mode="json"),
            target=TargetDoc.of(replace(target, source=target.source)).model_dump(mode="json"),
            follows=parent,
            followed=parent.draft,
            picks=self.picks,
            created_at=self.now,
            saved_at=self.now,
            saved_by=cook,
        )
        return Done(made_dough, made_dough, f"made a diet version of {parent.name}", made_dough)


def following(sibling: Dough, take: frozenset[str] | None = None) -> Follow:
    """What would follow from the parent as it stands. Raises MissingError for a dough that follows none."""
    if sibling.follows is None:
        raise MissingError("This dough follows no other.")
    target = TargetDoc.model_validate(sibling.target).to_core()
    parent = DraftDoc.model_validate(sibling.follows.draft).to_core()
    used = Setting.of(parent, style(sibling.follows.style) if sibling.follows.style else None).style
    return follow(
        DraftDoc.model_validate(sibling.draft).to_core(),
        DraftDoc.model_validate(sibling.followed).to_core(),
        parent, wanted(target.needs), target.wishes, sibling.picks, used, take,
    )  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class FollowParent(Action[Dough]):
    """Take over the named changes of the parent; the rest is known from now on and not asked again."""

    dough_id: int
    revision: int
    take: tuple[str, ...]

    def change(self, cook: User) -> Done[Dough]:
        sibling = dough_for_writing(self.dough_id, self.revision)
        found = following(sibling, frozenset(self.take))
        known = {c.key for c in found.changes}
        if strange := [k for k in self.take if k not in known]:
            raise EntryError("take", f"“{strange[0][:40]}” is no longer among what would follow. Look again.")
        check_draft(found.draft)
        if sibling.follows is None:
            raise MissingError("This dough follows no other.")
        keep_draft(sibling, self.now, always=True)
        sibling.draft = DraftDoc.of(found.draft).model_dump(mode="json")
        sibling.followed = sibling.follows.draft
        save_dough(sibling, cook, self.now)
        return Done(sibling, sibling, f"took over {len(self.take)} changes of its parent", sibling)
