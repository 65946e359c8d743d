"""Bodies in space: how far apart they are, or how deep and which way they stand in each other."""
