"""Letters that stand where only a figure can stand: “l tsp”, “2 l/4 c.”, “1O g”, from typed cards and scanned pages."""

from __future__ import annotations

import re

#: Behind a lone l or I these can only be measured; “1 l milk” is a litre.
_MEASURES = (
    r"(?:tsps?|tbsps?|tbs|teaspoons?|tablespoons?|cups?|c\.|pkgs?|packages?|lbs?|pounds?|oz|ounces?|sticks?|pinch|eggs?"
    r"|egg|can|box)"
)
ONE = re.compile(
    rf"(?<=\d)[lI](?=\d)|(?<=\d[-/])[lI](?=\d)|(?<![^\W_])[lI](?= ?/ ?\d|\d)"
    rf"|(?<![^\s(,;])(?<!\d )l(?= ?{_MEASURES}(?![^\W\d_]))"
    # “I can” and “I egg wash” are somebody speaking.
    r"|(?<![^\s(,;])I(?= (?:tsps?|tbsps?|cups?|lbs?|oz|pkgs?)(?![^\W\d_]))"
)
NOUGHT = re.compile(r"(?<=\d)O(?=\d|\b)")


def with_figures(line: str) -> str:
    """A line with such letters put as the figures they are; any other line as it is."""
    return NOUGHT.sub("0", ONE.sub("1", line))
