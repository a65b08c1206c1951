"""How a body is read: one meaning or none."""

from __future__ import annotations

from typing import Any

from django.http import HttpRequest
from ninja.parser import Parser

from kitchen.documents.one_meaning import read_json


class OneMeaning(Parser):
    """JSON in which no key stands twice and no figure is endless."""

    def parse_body(self, request: HttpRequest) -> Any:
        try:
            return read_json(request.body)
        except RecursionError as error:
            raise ValueError("too deep") from error
