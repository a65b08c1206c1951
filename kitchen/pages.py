"""The app's one page, and the demo's sign-in."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse
from django.views.decorators.cache import never_cache
from django.views.decorators.csrf import ensure_csrf_cookie

NOT_BUILT = "<!doctype html><title>Tarte</title><p>The screens are not built yet. Run <code>make demo</code>."


@never_cache
@ensure_csrf_cookie
def app_page(request: HttpRequest) -> HttpResponse:
    """index.html for every path the app routes itself; signs the demo cook in where that is allowed."""
    if request.method not in ("GET", "HEAD"):
        return HttpResponse(status=405)
    sign_in_demo_cook(request)
    index = settings.WEB / "index.html"
    if not index.is_file():
        return HttpResponse(NOT_BUILT, status=503)
    return HttpResponse(index.read_bytes(), content_type="text/html; charset=utf-8")


def sign_in_demo_cook(request: HttpRequest) -> None:
    """Only in demo mode, and only for a request that came over loopback under a loopback name."""
    if not settings.DEMO or request.user.is_authenticated:
        return
    if request.META.get("REMOTE_ADDR") not in ("127.0.0.1", "::1"):
        return
    # A proxy on this machine comes from loopback too; what it speaks for may be anywhere.
    if any(name in request.META for name in ("HTTP_X_FORWARDED_FOR", "HTTP_FORWARDED", "HTTP_VIA", "HTTP_X_REAL_IP")):
        return
    host = request.get_host().rsplit(":", 1)[0]
    if host not in settings.LOOPBACK:
        return
    cook = get_user_model().objects.filter(username=settings.DEMO_COOK, is_active=True).first()
    if cook is not None:
        login(request, cook, backend="django.contrib.auth.backends.ModelBackend")


@never_cache
def ballot_page(request: HttpRequest, token: str) -> HttpResponse:
    """The ballots' own page: the same for every link, good or not; no cookie comes with it."""
    if request.method not in ("GET", "HEAD"):
        return HttpResponse(status=405)
    page = settings.WEB / "ballot.html"
    if not page.is_file():
        return HttpResponse(NOT_BUILT, status=503)
    answer = HttpResponse(page.read_bytes(), content_type="text/html; charset=utf-8")
    # The link is the secret: no other site is told it.
    answer["Referrer-Policy"] = "no-referrer"
    return answer
