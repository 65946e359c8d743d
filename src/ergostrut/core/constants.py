"""Numbers used across the core. Lengths mm, forces N, stresses MPa, masses kg."""

G = 9.80665
"""Standard gravity, m/s2 (ISO 80000-3)."""

LBF = 4.4482216152605
"""One pound-force in newtons."""

INCH = 25.4
KSI = 6.894757293168361
"""One ksi in MPa."""
PSI = KSI / 1000
"""One psi in MPa."""
