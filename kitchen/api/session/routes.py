"""Signing in and out."""

from __future__ import annotations

from datetime import timedelta

from axes.models import AccessAttempt
from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.db.models import Sum
from django.http import HttpRequest
from django.middleware.csrf import get_token
from django.utils import timezone
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.utils import check_csrf
from pydantic import Field

from kitchen.actions.rights import RIGHTS, role_of
from kitchen.api.doughs.schemas import PersonOut, SessionOut
from kitchen.api.errors import PROBLEMS
from kitchen.api.session.hashing import one_at_a_time
from kitchen.models import Kitchen, Member
from kitchen.reading.doughs import name_of

router = Router(tags=["session"])
BACKEND = "django.contrib.auth.backends.ModelBackend"
REFUSED = "That name and password don't match. After several tries, wait a quarter of an hour."
TOO_MANY = "Too many tries did not match. Wait a quarter of an hour, or ask the owner for a link to set a new password."
FORGED = "This page is out of date or came from elsewhere: load it again and repeat what you did."
#: Failures from one address, under whichever names, in one cooling off: a whole kitchen may sit behind it.
MOST_FROM_ADDRESS = 40


class SignIn(Schema):
    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


def session_out(request: HttpRequest) -> SessionOut:
    get_token(request)
    kitchen = Kitchen.objects.first()
    return SessionOut(cook=person(request), demo=settings.DEMO, kitchen=kitchen.name if kitchen else "")


def person(request: HttpRequest) -> PersonOut | None:
    """Who is signed in, with their role and rights; None for nobody, and for who is not of this kitchen any more."""
    user = request.user
    role = role_of(user) if isinstance(user, User) else None
    if not isinstance(user, User) or role is None:
        return None
    away = Member.objects.filter(user=user).values_list("put_away", flat=True).get()
    return PersonOut(
        name=name_of(user), username=user.username, role=role, rights=sorted(RIGHTS[role]), put_away=away
    )  # fmt: skip


def no_forgery(request: HttpRequest) -> None:
    """Raise HttpError 403 where a page from elsewhere asks: token and origin, also before anybody is signed in."""
    if check_csrf(request) is not None:
        raise HttpError(403, FORGED)


@router.get("", response={200: SessionOut}, auth=None)
def who(request: HttpRequest) -> SessionOut:
    """Who is signed in. Also sets the CSRF cookie."""
    return session_out(request)


@router.post("", response={200: SessionOut, **PROBLEMS}, auth=None)
def sign_in(request: HttpRequest, payload: SignIn) -> SessionOut:
    """Sign in by name and password; slowed down after repeated failures of a name or of an address."""
    no_forgery(request)
    since = timezone.now() - timedelta(hours=settings.AXES_COOLOFF_TIME)
    tried = AccessAttempt.objects.filter(ip_address=request.META.get("REMOTE_ADDR"), attempt_time__gt=since)
    if (tried.aggregate(n=Sum("failures_since_start"))["n"] or 0) >= MOST_FROM_ADDRESS:
        raise HttpError(429, TOO_MANY)
    with one_at_a_time():
        user = authenticate(request, username=payload.username, password=payload.password)
    if getattr(request, "axes_locked_out", False):
        # Said here in the one shape; the lockout's own page would come over it.
        request.axes_locked_out = False  # type: ignore[attr-defined]
        raise HttpError(429, TOO_MANY)
    if not isinstance(user, User) or role_of(user) is None:
        raise HttpError(403, REFUSED)
    login(request, user, backend=BACKEND)
    return session_out(request)


@router.delete("", response={200: SessionOut, **PROBLEMS})
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return session_out(request)
