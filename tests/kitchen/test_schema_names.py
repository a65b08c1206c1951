"""Every shape the API tells has a name of its own: two of one name would be told as one, silently."""

from __future__ import annotations

import dataclasses
import typing

from pydantic import BaseModel

from kitchen.api import api


def named(of: object, found: dict[str, set[type]]) -> None:
    """All models and dataclasses that a type reaches, by name."""
    for part in typing.get_args(of):
        named(part, found)
    # What the framework makes around them is not told by its name.
    if not isinstance(of, type) or of.__module__ == "abc" or of in found.get(of.__name__, ()):
        return
    if issubclass(of, BaseModel):
        found.setdefault(of.__name__, set()).add(of)
        for field in of.model_fields.values():
            named(field.annotation, found)
    elif dataclasses.is_dataclass(of):
        found.setdefault(of.__name__, set()).add(of)
        for hint in typing.get_type_hints(of).values():
            named(hint, found)


def test_no_two_shapes_of_the_api_share_a_name() -> None:
    found: dict[str, set[type]] = {}
    for _, router in api._routers:
        for view in router.path_operations.values():
            for operation in view.operations:
                for model in [*operation.models, *filter(None, operation.response_models.values())]:
                    for field in model.model_fields.values():
                        named(field.annotation, found)
    assert len(found) > 100
    assert {n: sorted(t.__module__ for t in ts) for n, ts in found.items() if len(ts) > 1} == {}
