"""Flat panels that carry: sections and four-sided elements."""
