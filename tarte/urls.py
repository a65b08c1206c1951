"""The API under /api/, ballots under /b/; every other path is the app's one page."""

from django.urls import path, re_path

from kitchen.api import api
from kitchen.api.ballots import views as ballots
from kitchen.api.streams import device_stream, run_stream
from kitchen.pages import app_page, ballot_page

urlpatterns = [
    path("api/runs/<int:run_id>/stream", run_stream),
    path("api/devices/stream", device_stream),
    path("api/", api.urls),
    path("b/<str:token>/look", ballots.call(ballots.look, "GET")),
    path("b/<str:token>/begin", ballots.call(ballots.begin)),
    path("b/<str:token>/answer", ballots.call(ballots.answer)),
    path("b/<str:token>/withdraw", ballots.call(ballots.withdraw)),
    path("b/<str:token>", ballot_page),
    re_path(r"^(?!api/|assets/|static/|b/).*$", app_page),
]
