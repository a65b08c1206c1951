"""Who may do what: four roles, and the rights each has. The one table of it."""

from __future__ import annotations

from enum import StrEnum

from django.contrib.auth.models import User

from kitchen.models import Member


class MemberRole(StrEnum):
    """What somebody is in this kitchen."""

    OWNER = "owner"
    COOK = "cook"
    HELPER = "helper"
    READER = "reader"


class Right(StrEnum):
    """What an action asks for. BE_HERE: for oneself. RECORD: what is done and seen at the bench. DEVELOP: doughs and
    what is learned of them. FURNISH: what the kitchen has. MANAGE: people, and the kitchen as a whole."""

    BE_HERE = "be here"
    RECORD = "record"
    DEVELOP = "develop"
    FURNISH = "furnish"
    MANAGE = "manage"


RIGHTS: dict[MemberRole, frozenset[Right]] = {
    MemberRole.OWNER: frozenset(Right),
    MemberRole.COOK: frozenset({Right.BE_HERE, Right.RECORD, Right.DEVELOP, Right.FURNISH}),
    MemberRole.HELPER: frozenset({Right.BE_HERE, Right.RECORD}),
    MemberRole.READER: frozenset({Right.BE_HERE}),
}
SAID: dict[MemberRole, str] = {
    MemberRole.OWNER: "does everything, lets people in, keeps the backups",
    MemberRole.COOK: "develops doughs and furnishes the kitchen",
    MemberRole.HELPER: "logs bakes, photos and readings",
    MemberRole.READER: "looks, and changes nothing",
}
#: Said to who lacks it.
NEEDED: dict[Right, str] = {
    Right.BE_HERE: "someone of this kitchen",
    Right.RECORD: "a helper, a cook or the owner",
    Right.DEVELOP: "a cook or the owner",
    Right.FURNISH: "a cook or the owner",
    Right.MANAGE: "the owner",
}


def role_of(user: User) -> MemberRole | None:
    """What somebody is here; None for who is not, or no longer, of this kitchen."""
    if not user.is_active:
        return None
    found = Member.objects.filter(user=user).values_list("role", flat=True).first()
    return MemberRole(found) if found in set(MemberRole) else None


def may(user: User, right: Right) -> bool:
    """Whether somebody has a right."""
    role = role_of(user)
    return role is not None and right in RIGHTS[role]
