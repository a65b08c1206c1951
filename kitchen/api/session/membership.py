"""Who may ask anything at all: somebody signed in who is of this kitchen."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.security import SessionAuth

from kitchen.actions.rights import role_of


class OfThisKitchen(SessionAuth):
    """The session cookie of a member; who was taken off the list is a stranger, whatever session they hold."""

    def authenticate(self, request: HttpRequest, key: str | None) -> User | None:
        user = request.user
        return user if isinstance(user, User) and role_of(user) is not None else None
