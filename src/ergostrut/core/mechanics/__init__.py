"""Numbers in, numbers out: the frame solver, strength by material, joint, panel and hardware formulas. No nouns of the trade."""
