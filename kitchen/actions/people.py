"""People: let someone in by a link, change what they may do, take them off, set and change passwords."""

from __future__ import annotations

import hashlib
import re
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.db import transaction

from dough.facts.errors import EntryError, EntryErrors
from kitchen.actions.base import MAX_NAME, Action, Done, Own, RefusedError, subject_of
from kitchen.actions.rights import SAID, MemberRole, Right
from kitchen.models import Event, Invite, Member
from kitchen.reading.doughs import MissingError, name_of

SIGN_IN_NAME = re.compile(r"[\w.@+-]{2,40}\Z")
LINK_DAYS = 7
MOST_PEOPLE, MOST_OPEN = 200, 50
#: What a hint is called, and how many anybody can have put away: more than there are.
HINT, MOST_HINTS = re.compile(r"[a-z][a-z-]{0,30}\Z"), 60


@dataclass(frozen=True, slots=True)
class Link:
    """An invite and its secret, which is told once."""

    invite: Invite
    secret: str


@dataclass(frozen=True, kw_only=True)
class InvitePerson(Action[Link]):
    """A link by which someone new joins in a role."""

    right = Right.MANAGE

    role: str

    def check(self) -> None:
        role_named(self.role)

    def change(self, cook: User) -> Done[Link]:
        if Member.objects.count() >= MOST_PEOPLE:
            raise EntryError("role", f"A kitchen has up to {MOST_PEOPLE} people here.")
        link = _link(self.now, cook, self.role, None)
        return Done(link, link.invite, f"made a link for a {self.role} to join")


@dataclass(frozen=True, kw_only=True)
class ResetPassword(Action[Link]):
    """A link by which a member sets a new password; the old one and every session end at once."""

    right = Right.MANAGE

    member_id: int

    def change(self, cook: User) -> Done[Link]:
        member = _member(self.member_id)
        if member.user == cook:
            raise EntryError("member", "Change your own password under your name; a link is for the others.")
        member.user.set_unusable_password()
        member.user.save(update_fields=["password"])
        end_sessions(member.user)
        link = _link(self.now, cook, member.role, member)
        return Done(link, link.invite, f"reset the password of {name_of(member.user)}")


@dataclass(frozen=True, kw_only=True)
class WithdrawInvite(Action[Invite]):
    """Make a link worthless."""

    right = Right.MANAGE

    invite_id: int

    def change(self, cook: User) -> Done[Invite]:
        invite = Invite.objects.filter(pk=self.invite_id, used_at=None, withdrawn_at=None).first()
        if invite is None:
            raise MissingError("That link is used up or withdrawn already.")
        invite.withdrawn_at = self.now
        invite.save(update_fields=["withdrawn_at"])
        return Done(invite, invite, "withdrew a link")


@dataclass(frozen=True, kw_only=True)
class ChangeRole(Action[Member]):
    """What a member may do from now on."""

    right = Right.MANAGE

    member_id: int
    role: str

    def check(self) -> None:
        role_named(self.role)

    def change(self, cook: User) -> Done[Member]:
        member = _member(self.member_id)
        if self.role != MemberRole.OWNER:
            _an_owner_stays(member)
        was, member.role = member.role, self.role
        member.save(update_fields=["role"])
        return Done(member, member, f"made {name_of(member.user)} {self.role}, was {was}")


@dataclass(frozen=True, kw_only=True)
class TakeOff(Action[Member]):
    """Take someone off the list, or put them back on. What they did stays theirs."""

    right = Right.MANAGE

    member_id: int
    back: bool = False

    def change(self, cook: User) -> Done[Member]:
        member = _member(self.member_id)
        if not self.back:
            _an_owner_stays(member)
            end_sessions(member.user)
        member.user.is_active = self.back
        member.user.save(update_fields=["is_active"])
        return Done(
            member,
            member,
            f"{'let' if self.back else 'took'} {name_of(member.user)} {'in again' if self.back else 'off the list'}",
        )


@dataclass(frozen=True, kw_only=True)
class ChangePassword(Action[User]):
    """One's own password, by the old one. Every other session ends."""

    right = Right.BE_HERE

    old: str
    new: str

    def change(self, cook: User) -> Done[User]:
        if not cook.check_password(self.old):
            raise EntryError("old", "That is not your password now.")
        _set_password(cook, self.new)
        end_sessions(cook)
        return Done(cook, cook, "changed their password")


@dataclass(frozen=True, kw_only=True)
class EndSessions(Action[User]):
    """Sign oneself out wherever one is signed in."""

    right = Right.BE_HERE

    def change(self, cook: User) -> Done[User]:
        end_sessions(cook)
        return Done(cook, cook, "signed out everywhere")


@dataclass(frozen=True, kw_only=True)
class PutAway(Action[Member]):
    """Put a hint away, for oneself and for good; all of them again where nothing is named."""

    right = Right.BE_HERE

    hint: str

    def check(self) -> None:
        if self.hint and not HINT.match(self.hint):
            raise EntryError("hint", "No hint is called that.")

    def change(self, cook: User) -> Own[Member]:
        member = Member.objects.get(user=cook)
        away = sorted({*member.put_away, self.hint}) if self.hint else []
        member.put_away = away[:MOST_HINTS]
        member.save(update_fields=["put_away"])
        return Own(member)


@dataclass(frozen=True, kw_only=True)
class TakeUp:
    """Use a link: join under a name and a password of one's own, or set a new password. Whoever holds the secret may;
    nobody is signed in yet."""

    now: datetime
    secret: str
    username: str
    name: str
    password: str

    def execute(self) -> User:
        """Do it. Raises RefusedError for a link that does not hold, EntryErrors for what was typed."""
        with transaction.atomic():
            invite = open_invite(self.secret, self.now)
            if invite.whose is None:
                user = self._join(invite)
                said = f"joined as {invite.role}"
            else:
                user = invite.whose.user
                _set_password(user, self.password)
                said = "set a new password by a link"
            invite.used_at, invite.used_by = self.now, user
            invite.save(update_fields=["used_at", "used_by"])
            Event.objects.create(at=self.now, by=user, verb=type(self).__name__, words=said, subject=subject_of(invite))
        return user

    def _join(self, invite: Invite) -> User:
        wrong = []
        if not SIGN_IN_NAME.match(self.username):
            wrong.append(
                EntryError("username", "Sign-in names have 2 to 40 letters, digits or . _ - + @, without a space.")
            )
        elif User.objects.filter(username__iexact=self.username).exists():
            wrong.append(EntryError("username", f"“{self.username}” is taken here. Choose another."))
        name = " ".join(self.name.split())
        if len(name) > MAX_NAME:
            wrong.append(EntryError("name", f"A name has up to {MAX_NAME} characters; this one has {len(name)}."))
        user = User(username=self.username, first_name=name)
        try:
            _set_password(user, self.password, save=False)
        except EntryError as error:
            wrong.append(error)
        if wrong:
            raise EntryErrors(wrong)
        user.save()
        Member.objects.create(user=user, role=invite.role, joined_at=self.now)
        return user


def open_invite(secret: str, now: datetime) -> Invite:
    """The invite of a secret, while it holds. Raises RefusedError in one sentence for whichever reason it does not."""
    asked = digest(secret)
    found = [
        i
        for i in Invite.objects.filter(used_at=None, withdrawn_at=None, ends_at__gt=now).select_related("whose__user")
        if secrets.compare_digest(i.digest, asked)
    ]
    if not found:
        raise RefusedError(
            "This link does not hold: it was used, withdrawn or is too old. Ask the owner for a new one."
        )
    return found[0]


def digest(secret: str) -> str:
    """What is kept of a secret."""
    return hashlib.sha256(secret.encode("utf-8", "replace")).hexdigest()


def role_named(role: str) -> MemberRole:
    """A role by its id. Raises EntryError."""
    if role not in set(MemberRole):
        known = ", ".join(f"{r} ({w})" for r, w in SAID.items())
        raise EntryError("role", f"“{role[:20]}” is not a role. There are: {known}.")
    return MemberRole(role)


def end_sessions(user: User) -> None:
    """Sign a user out wherever they are signed in."""
    for session in Session.objects.all():
        if session.get_decoded().get("_auth_user_id") == str(user.pk):
            session.delete()


def _link(now: datetime, cook: User, role: str, whose: Member | None) -> Link:
    waiting = Invite.objects.filter(used_at=None, withdrawn_at=None, ends_at__gt=now)
    if whose is not None:
        waiting.filter(whose=whose).update(withdrawn_at=now)
    elif waiting.count() >= MOST_OPEN:
        raise EntryError("role", f"{MOST_OPEN} links are waiting to be used. Withdraw some first.")
    secret = secrets.token_urlsafe(24)
    invite = Invite.objects.create(
        digest=digest(secret),
        role=role,
        whose=whose,
        made_at=now,
        made_by=cook,
        ends_at=now + timedelta(days=LINK_DAYS),
    )
    return Link(invite, secret)


def _member(ident: int) -> Member:
    found = Member.objects.select_related("user").filter(pk=ident).first()
    if found is None:
        raise MissingError("There is nobody of that number in this kitchen.")
    return found


def _an_owner_stays(member: Member) -> None:
    others = Member.objects.filter(role=MemberRole.OWNER, user__is_active=True).exclude(pk=member.pk)
    if member.role == MemberRole.OWNER and not others.exists():
        raise EntryError("member", "A kitchen keeps an owner. Make someone else owner first.")


def _set_password(user: User, password: str, *, save: bool = True) -> None:
    try:
        validate_password(password, user)
    except ValidationError as error:
        raise EntryError("password", " ".join(error.messages)) from error
    user.set_password(password)
    if save:
        user.save(update_fields=["password"])
