"""Verdicts on what joins members, by the end forces of what frames in; the formulas lie in mechanics."""
