"""Formulas written down, with what should be said of them, before the judgement was mended."""
