"""Which bars to use and how to cut them.

``patterns`` lists the ways to fill a bar where they are few, ``mix`` takes the cheapest of them in whole numbers, ``search`` does for long lists,
``gathered`` makes one long rest of several short ones, ``plan`` puts them together, ``trap`` says what a few mm cost.
"""
