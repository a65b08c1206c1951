"""The API under /api/; every other path is the app's one page."""

from django.urls import path, re_path

from kitchen.api import api
from kitchen.api.streams import device_stream, run_stream
from kitchen.pages import app_page

urlpatterns = [
    path("api/runs/<int:run_id>/stream", run_stream),
    path("api/devices/stream", device_stream),
    path("api/", api.urls),
    re_path(r"^(?!api/|assets/|static/).*$", app_page),
]
