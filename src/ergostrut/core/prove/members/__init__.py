"""Members of a solved frame: strength, sag, what bears on them, buckling, diagrams."""
