"""Build families by name. A family is one folder: parameters, ``frame``, knobs, steps."""
