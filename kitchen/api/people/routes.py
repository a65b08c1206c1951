"""People: who is here, what each may do, links to come in by, passwords."""

from __future__ import annotations

from datetime import datetime

from django.contrib.auth import login, logout
from django.contrib.auth.models import User
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router, Status
from pydantic import BaseModel, Field

from kitchen.actions.people import (
    ChangePassword,
    ChangeRole,
    EndSessions,
    InvitePerson,
    Link,
    PutAway,
    ResetPassword,
    TakeOff,
    TakeUp,
    WithdrawInvite,
    open_invite,
)
from kitchen.actions.rights import RIGHTS, SAID, MemberRole, Right, role_of
from kitchen.api.doughs.schemas import SessionOut
from kitchen.api.errors import PROBLEMS
from kitchen.api.session.hashing import one_at_a_time
from kitchen.api.session.routes import BACKEND, no_forgery, session_out
from kitchen.documents.base import Strict
from kitchen.models import Invite, Kitchen, Member
from kitchen.reading.doughs import name_of

router = Router(tags=["people"])


class MemberOut(BaseModel):
    """here is false for who was taken off the list."""

    id: int
    name: str
    username: str
    role: MemberRole
    here: bool
    you: bool
    joined_at: datetime
    seen_at: datetime | None


class InviteOut(BaseModel):
    """A link that waits; whose names who sets a new password by it, empty for somebody new."""

    id: int
    role: MemberRole
    whose: str
    ends_at: datetime
    made_by: str


class MemberRoleOut(BaseModel):
    id: MemberRole
    words: str
    rights: list[Right]


class PeopleOut(BaseModel):
    roles: list[MemberRoleOut]
    members: list[MemberOut]
    invites: list[InviteOut]


class LinkOut(BaseModel):
    """secret is told once and nowhere kept."""

    secret: str
    ends_at: datetime
    people: PeopleOut


class MemberRoleIn(Strict):
    role: str = Field(max_length=20)


class OffIn(Strict):
    back: bool = False


class PasswordIn(Strict):
    old: str = Field(max_length=200)
    new: str = Field(max_length=200)


class PutAwayIn(Strict):
    """hint is the place a hint stands at, “all”, or empty: all of them are shown again."""

    hint: str = Field(max_length=40)


class LinkLookIn(Strict):
    secret: str = Field(max_length=100)


class TakeUpIn(LinkLookIn):
    username: str = Field(default="", max_length=150)
    name: str = Field(default="", max_length=200)
    password: str = Field(max_length=200)


class LinkLookOut(BaseModel):
    """What a link is for: to join in a role, or for a member (username) to set a new password."""

    kitchen: str
    role: MemberRole
    words: str
    username: str


@router.get("", response={200: PeopleOut, **PROBLEMS})
def people(request: HttpRequest) -> PeopleOut:
    """Who works here; the links that wait are told to who may make them."""
    role = role_of(request.user) if isinstance(request.user, User) else None
    manages = role is not None and Right.MANAGE in RIGHTS[role]
    waiting = Invite.objects.filter(used_at=None, withdrawn_at=None, ends_at__gt=timezone.now())
    return PeopleOut(
        roles=[MemberRoleOut(id=r, words=SAID[r], rights=sorted(RIGHTS[r])) for r in MemberRole],
        members=[
            MemberOut(
                id=m.pk, name=name_of(m.user), username=m.user.username, role=MemberRole(m.role), here=m.user.is_active,
                you=m.user == request.user, joined_at=m.joined_at, seen_at=m.user.last_login,
            )
            for m in Member.objects.select_related("user")
        ],
        invites=[
            InviteOut(
                id=i.pk, role=MemberRole(i.role), whose=name_of(i.whose.user) if i.whose else "", ends_at=i.ends_at,
                made_by=name_of(i.made_by),
            )
            for i in waiting.select_related("whose__user", "made_by")
        ] if manages else [],
    )  # fmt: skip


@router.post("/invites", response={201: LinkOut, **PROBLEMS})
def invite(request: HttpRequest, payload: MemberRoleIn) -> Status[LinkOut]:
    """Make a link by which someone joins."""
    link = InvitePerson(actor=request.user, now=timezone.now(), role=payload.role).execute()
    return Status(201, _link_out(request, link))


@router.delete("/invites/{invite_id}", response={200: PeopleOut, **PROBLEMS})
def withdraw(request: HttpRequest, invite_id: int) -> PeopleOut:
    """Make a link worthless."""
    WithdrawInvite(actor=request.user, now=timezone.now(), invite_id=invite_id).execute()
    return people(request)


@router.post("/links/look", response={200: LinkLookOut, **PROBLEMS}, auth=None)
def look_at_link(request: HttpRequest, payload: LinkLookIn) -> LinkLookOut:
    """What a link is for."""
    no_forgery(request)
    found = open_invite(payload.secret, timezone.now())
    kitchen = Kitchen.objects.first()
    role = MemberRole(found.role)
    return LinkLookOut(
        kitchen=kitchen.name if kitchen else "", role=role, words=SAID[role],
        username=found.whose.user.username if found.whose else "",
    )  # fmt: skip


@router.post("/links", response={200: SessionOut, **PROBLEMS}, auth=None)
def take_up_link(request: HttpRequest, payload: TakeUpIn) -> SessionOut:
    """Join, or set a new password, by a link; signs in."""
    no_forgery(request)
    with one_at_a_time():
        user = TakeUp(
            now=timezone.now(), secret=payload.secret, username=payload.username.strip(), name=payload.name,
            password=payload.password,
        ).execute()  # fmt: skip
    login(request, user, backend=BACKEND)
    return session_out(request)


@router.put("/{member_id}/role", response={200: PeopleOut, **PROBLEMS})
def change_role(request: HttpRequest, member_id: int, payload: MemberRoleIn) -> PeopleOut:
    """Change what a member may do."""
    ChangeRole(actor=request.user, now=timezone.now(), member_id=member_id, role=payload.role).execute()
    return people(request)


@router.post("/{member_id}/off", response={200: PeopleOut, **PROBLEMS})
def take_off(request: HttpRequest, member_id: int, payload: OffIn) -> PeopleOut:
    """Take someone off the list, or let them in again."""
    TakeOff(actor=request.user, now=timezone.now(), member_id=member_id, back=payload.back).execute()
    return people(request)


@router.post("/{member_id}/reset", response={201: LinkOut, **PROBLEMS})
def reset_password(request: HttpRequest, member_id: int) -> Status[LinkOut]:
    """End a member's password and make a link by which they set a new one."""
    return Status(
        201, _link_out(request, ResetPassword(actor=request.user, now=timezone.now(), member_id=member_id).execute())
    )


@router.put("/me/password", response={200: SessionOut, **PROBLEMS})
def change_password(request: HttpRequest, payload: PasswordIn) -> SessionOut:
    """Change one's own password; every other session ends."""
    with one_at_a_time():
        user = ChangePassword(actor=request.user, now=timezone.now(), old=payload.old, new=payload.new).execute()
    login(request, user, backend=BACKEND)
    return session_out(request)


@router.put("/me/put-away", response={200: SessionOut, **PROBLEMS})
def put_away(request: HttpRequest, payload: PutAwayIn) -> SessionOut:
    """Put a hint away for oneself, or bring all of them back."""
    PutAway(actor=request.user, now=timezone.now(), hint=payload.hint).execute()
    return session_out(request)


@router.delete("/me/sessions", response={200: SessionOut, **PROBLEMS})
def sign_out_everywhere(request: HttpRequest) -> SessionOut:
    """Sign oneself out on every device, this one too."""
    EndSessions(actor=request.user, now=timezone.now()).execute()
    logout(request)
    return session_out(request)


def _link_out(request: HttpRequest, link: Link) -> LinkOut:
    return LinkOut(secret=link.secret, ends_at=link.invite.ends_at, people=people(request))
