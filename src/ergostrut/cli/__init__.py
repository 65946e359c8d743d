"""The command line: a job made, changed, checked and cut without a server; the database in and out; serve and demo."""

from .parser import main

__all__ = ["main"]
