"""Panels joined into boxes: meshed so that they meet, held along their edges, and what each takes."""
