"""Builds whose panels are the structure: as shells, solved and checked."""
