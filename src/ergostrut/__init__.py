"""Ergostrut: fit, strength, balance, anchorage and cutting for what is built into trucks and trailers."""

import os
from importlib.metadata import version

__version__ = version("ergostrut")

# The matrices of a build are small: more threads than one only wait for each other.
os.environ.setdefault("OPENBLAS_NUM_THREADS", "1")
