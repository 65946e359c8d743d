"""What hangs, turns and is bolted to a wall, judged: straps, wall fixings, hinges, latches."""
