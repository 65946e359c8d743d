"""A carcass of panels that carry without a frame: what every family made of one shares."""
