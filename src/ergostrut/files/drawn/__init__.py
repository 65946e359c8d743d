"""Drawings of the core on paper and for other programs: every renderer takes the same views and solids."""
