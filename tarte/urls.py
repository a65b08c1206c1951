"""The API under /api/; every other path is the app's one page."""

from django.urls import path, re_path

from kitchen.api import api
from kitchen.pages import app_page

urlpatterns = [
    path("api/", api.urls),
    re_path(r"^(?!api/|assets/|static/).*$", app_page),
]
