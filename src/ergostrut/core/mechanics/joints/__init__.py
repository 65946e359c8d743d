"""Formulas of single fasteners: welds, bolts, metal screws and rivets, wood screws, lags, strut nuts and brackets as sold."""
