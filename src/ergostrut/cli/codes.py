"""What a command ends with."""

HOLDS, OVER, UNUSABLE, UNKNOWN = 0, 1, 2, 3
