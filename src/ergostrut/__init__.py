"""Ergostrut: fit, strength, balance, anchorage and cutting for what is built into trucks and trailers."""

from importlib.metadata import version

__version__ = version("ergostrut")
