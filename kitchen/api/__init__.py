"""The API: one router per resource; thin: parse, call an action or the core, answer.

Every operation but the session needs a signed-in cook (session cookie, CSRF checked).
"""

from ninja import NinjaAPI
from ninja.security import django_auth

from kitchen.api import (
    bakes,
    bench,
    butter,
    butter_clock,
    butter_rest,
    doughs,
    errors,
    family,
    learn,
    next_steps,
    pantry,
    photos,
    previews,
    recipes,
    reference,
    series,
    session,
    swaps,
    trials,
)

api = NinjaAPI(title="Tarte", version="1", auth=django_auth, docs_url=None, openapi_url=None)
errors.install(api)
api.add_router("/session", session.router)
api.add_router("", reference.router)
api.add_router("/preview", previews.router)
api.add_router("/doughs", doughs.router)
api.add_router("/doughs", bakes.router)
api.add_router("/doughs", family.router)
api.add_router("/butter", butter.router)
api.add_router("/butter", butter_clock.router)
api.add_router("/butter", butter_rest.router)
api.add_router("/doughs", butter_clock.dough_router)
api.add_router("/next", next_steps.router)
api.add_router("/learning", learn.router)
api.add_router("", photos.router)
api.add_router("/doughs", photos.dough_router)
api.add_router("/doughs", trials.router)
api.add_router("/doughs", series.dough_router)
api.add_router("/series", series.router)
api.add_router("/swaps", swaps.router)
api.add_router("/bench", bench.router)
api.add_router("/pantry", pantry.router)
api.add_router("/recipes", recipes.router)
