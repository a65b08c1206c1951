"""Deliveries as the core reckons with them: what each one's certificate says, and what a batch was made from."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict, fields
from typing import Any

from dough.accounts.lots import Certificate
from kitchen.models import Batch, Lot

SAYS = tuple(f.name for f in fields(Certificate))


def certificate_of(lot: Lot) -> Certificate:
    """What a delivery's paper says."""
    return Certificate(**{name: getattr(lot, name) for name in SAYS})


def written_down(of_line: Mapping[str, int]) -> dict[str, dict[str, Any]]:
    """What a batch keeps of its lots, by line: which one, its name and code, and what its paper said then. Lots that
    are gone are left out."""
    rows = {x.pk: x for x in Lot.objects.filter(pk__in=set(of_line.values()))}
    return {
        line: {"lot": x.pk, "name": x.name, "code": x.code, "says": _known(certificate_of(x))}
        for line, ident in of_line.items()
        if (x := rows.get(ident)) is not None
    }


def certificates_of(batch: Batch) -> dict[str, Certificate]:
    """What is known of the deliveries a batch was made from, by line."""
    return {line: Certificate(**x["says"]) for line, x in batch.lots.items() if x.get("says")}


def lots_said(batch: Batch) -> list[str]:
    """The lots of a batch by name and code, each once."""
    return list(dict.fromkeys(" ".join(filter(None, (x["name"], x["code"]))) for x in batch.lots.values()))


def _known(said: Certificate) -> dict[str, Any]:
    return {k: v for k, v in asdict(said).items() if v not in (None, "")}
