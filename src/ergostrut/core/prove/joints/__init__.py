"""What joins members, by the end forces of what frames in: welds, bolts, brackets, wood screws, metal screws, rivets, strut nuts."""
