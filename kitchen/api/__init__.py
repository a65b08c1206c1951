"""The API: a folder per resource, its schemas beside its routes; thin: parse, call an action or the core, answer.

Every operation but the session needs a signed-in cook (session cookie, CSRF checked).
"""

from ninja import NinjaAPI, Router

from kitchen.api import errors
from kitchen.api.accounts import routes as accounts
from kitchen.api.bakes import compare as bakes_compared
from kitchen.api.bakes import routes as bakes
from kitchen.api.butter import clock as butter_clock
from kitchen.api.butter import rest as butter_rest
from kitchen.api.butter import routes as butter
from kitchen.api.devices import routes as devices
from kitchen.api.diet_versions import routes as diet_versions
from kitchen.api.doughs import kept as kept_doughs
from kitchen.api.doughs import routes as doughs
from kitchen.api.find import routes as find
from kitchen.api.furnishing import routes as furnishing
from kitchen.api.handing_on import routes as handing_on
from kitchen.api.journal import routes as journal
from kitchen.api.keeping import routes as keeping
from kitchen.api.larder import routes as larder
from kitchen.api.learning import routes as learning
from kitchen.api.next_steps import routes as next_steps
from kitchen.api.next_steps import teaching
from kitchen.api.ovens import routes as ovens
from kitchen.api.panels import prints as panel_prints
from kitchen.api.panels import routes as panels
from kitchen.api.pantry import routes as pantry
from kitchen.api.parser import OneMeaning
from kitchen.api.people import routes as people
from kitchen.api.photos import routes as photos
from kitchen.api.plan import routes as plan
from kitchen.api.preview import routes as preview
from kitchen.api.recipes import routes as recipes
from kitchen.api.reference import routes as reference
from kitchen.api.runs import routes as runs
from kitchen.api.series import routes as series
from kitchen.api.session import routes as session
from kitchen.api.session.membership import OfThisKitchen
from kitchen.api.swaps import routes as swaps

#: Where each resource answers; a new one is a row here and nothing else.
ROUTERS: tuple[tuple[str, Router], ...] = (
    ("/session", session.router),
    ("", reference.router),
    ("/kitchen", furnishing.router),
    ("/kitchen/people", people.router),
    ("/kitchen/journal", journal.router),
    ("/kitchen", keeping.router),
    ("/find", find.router),
    ("/preview", preview.router),
    # Before the doughs by number: “bin” is none.
    ("/doughs", kept_doughs.router),
    ("/doughs", doughs.router),
    ("/doughs", handing_on.router),
    ("/doughs", bakes.router),
    ("/doughs", diet_versions.router),
    ("/butter", butter.router),
    ("/butter", butter_clock.router),
    ("/butter", butter_rest.router),
    ("/doughs", butter_clock.dough_router),
    ("/next", next_steps.router),
    ("/next", teaching.router),
    ("/learning", learning.router),
    ("", photos.router),
    ("/doughs", photos.dough_router),
    ("/doughs", bakes_compared.router),
    ("/doughs", series.dough_router),
    ("/series", series.router),
    ("/doughs", panels.dough_router),
    ("/panels", panels.router),
    ("/panels", panel_prints.router),
    ("/swaps", swaps.router),
    ("/doughs", plan.dough_router),
    ("/plans", plan.router),
    ("/days", plan.day_router),
    ("/larder", larder.router),
    ("/runs", runs.router),
    ("/devices", devices.router),
    ("/ovens", ovens.router),
    ("/bench", accounts.router),
    ("/pantry", pantry.router),
    ("/recipes", recipes.router),
)

api = NinjaAPI(title="Tarte", version="1", auth=OfThisKitchen(), parser=OneMeaning(), docs_url=None, openapi_url=None)
errors.install(api)
for prefix, router in ROUTERS:
    api.add_router(prefix, router)
