"""A build as a frame in a setting, solved: what every check of prove reads."""
