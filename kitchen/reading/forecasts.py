"""What the model says of logged bakes: worked out once, kept until the core or the case changes."""

from __future__ import annotations

import hashlib
import logging
from functools import cache
from importlib.resources import files
from importlib.resources.abc import Traversable

from django.db import OperationalError, transaction
from pydantic import TypeAdapter

from dough.bake.contract import BakeCase, Forecast
from dough.bake.draft_setting import Setting
from dough.bake.intake import NoCase
from dough.bake.model import forecast_or_reason
from dough.bake.taught import GENERAL
from dough.facts.styles import Style
from kitchen.models import Bake, Foretold
from kitchen.reading.bake_as_done import as_baked, kit_of, taught_about
from kitchen.reading.calibration import in_force

FORECAST = TypeAdapter(Forecast)
log = logging.getLogger("kitchen.forecasts")


def bake_forecast(bake: Bake, style: Style | None, *, general: bool = False) -> Forecast | NoCase:
    """The forecast for what was really weighed and done; what was not noted is taken from the version.

    general leaves out what bakes have taught.
    """
    case = case_of(bake, style, general=general)
    return case if isinstance(case, NoCase) else told(bake, case, None if general else in_force())


def case_of(bake: Bake, style: Style | None, *, general: bool = False) -> BakeCase | NoCase:
    """The bake as it was done, judged as a style or else the nearest one."""
    return Setting.of(as_baked(bake), style, kit_of(bake, GENERAL if general else taught_about(bake))).case()


def told(bake: Bake, case: BakeCase, calibration: int | None) -> Forecast | NoCase:
    """The forecast of a bake's case as kept, or worked out and kept."""
    digest = f"{core_digest()}{hashlib.sha256(repr(case).encode()).hexdigest()[:12]}"
    kept = _kept(bake, digest)
    if kept is not None:
        return FORECAST.validate_python(kept)
    answer = forecast_or_reason(case)
    if isinstance(answer, Forecast):
        _keep(bake, calibration, digest, answer)
    return answer


def _kept(bake: Bake, digest: str) -> object | None:
    """The forecast as kept; of a bake whose kept forecasts came along with it, without another question."""
    if "foretold" in getattr(bake, "_prefetched_objects_cache", {}):
        return next((f.forecast for f in bake.foretold.all() if f.digest == digest), None)
    return Foretold.objects.filter(bake=bake, digest=digest).values_list("forecast", flat=True).first()


@cache
def core_digest() -> str:
    """A digest of the core as it stands: its code and its tables."""
    digest = hashlib.sha256()
    for path in sorted(_sources(files("dough")), key=str):
        digest.update(path.read_bytes())
    return digest.hexdigest()[:12]


def _sources(folder: Traversable) -> list[Traversable]:
    found = []
    for entry in folder.iterdir():
        if entry.is_dir():
            found += _sources(entry)
        elif entry.name.endswith((".py", ".csv")):
            found.append(entry)
    return found


def _keep(bake: Bake, calibration: int | None, digest: str, answer: Forecast) -> None:
    document = FORECAST.dump_python(answer, mode="json")
    try:
        with transaction.atomic():
            Foretold.objects.filter(bake=bake).exclude(digest__startswith=core_digest()).delete()
            Foretold.objects.get_or_create(
                bake=bake, digest=digest, defaults={"calibration_id": calibration, "forecast": document}
            )
    except OperationalError:
        # Someone else is writing: the answer is right all the same, and the next reading keeps it.
        log.info("a forecast of a bake was not kept: the database is busy")
