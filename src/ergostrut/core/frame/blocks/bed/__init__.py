"""A bed on the mounts of a truck's frame: bare it is a flatbed, under a body its floor."""
