"""Panels cut from sheets by saw cuts from edge to edge.

``guillotine`` cuts rectangles off, ``search`` tries orders and rules of it, ``bound`` says below what nothing goes, ``plan`` puts them together.
"""
