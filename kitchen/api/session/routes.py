"""Signing in and out."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.http import HttpRequest
from django.middleware.csrf import get_token
from ninja import Router, Schema
from ninja.errors import HttpError
from pydantic import Field

from kitchen.api.doughs.schemas import PersonOut, SessionOut
from kitchen.api.errors import PROBLEMS
from kitchen.models import Kitchen
from kitchen.reading.doughs import name_of

router = Router(tags=["session"])
REFUSED = "That name and password don't match. After several tries, wait a quarter of an hour."


class SignIn(Schema):
    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


def session_out(request: HttpRequest) -> SessionOut:
    get_token(request)
    user = request.user
    cook = PersonOut(name=name_of(user), username=user.username) if isinstance(user, User) else None
    kitchen = Kitchen.objects.first()
    return SessionOut(cook=cook, demo=settings.DEMO, kitchen=kitchen.name if kitchen else "")


@router.get("", response={200: SessionOut}, auth=None)
def who(request: HttpRequest) -> SessionOut:
    """Who is signed in. Also sets the CSRF cookie."""
    return session_out(request)


@router.post("", response={200: SessionOut, **PROBLEMS}, auth=None)
def sign_in(request: HttpRequest, payload: SignIn) -> SessionOut:
    """Sign in by name and password; slowed down after repeated failures."""
    user = authenticate(request, username=payload.username, password=payload.password)
    if user is None or not user.is_active:
        raise HttpError(403, REFUSED)
    login(request, user)
    return session_out(request)


@router.delete("", response={200: SessionOut, **PROBLEMS})
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return session_out(request)
