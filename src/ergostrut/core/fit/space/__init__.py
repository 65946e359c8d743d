"""Distances between bodies: in one build, between builds, to the host, and what those hang on."""
