"""Drawers and bins: slides, floors, walls, and what they press on what carries them."""
