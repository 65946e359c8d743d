"""A stand-in for portable axle scales: two pads under the wheels of an axle, or one under a coupling, that say what they read, line by line.

Protocol (UTF-8, one request a line, one answer a line; docs/scale.md): ``DRIVE <mass>`` stands for driving on with so much on the pads, ``LAST`` asks for
the last reading. Answers: ``WEIGHT <number> <kg>``, ``NONE`` before the first, ``ERR <what is wrong>``. It reads with a noise of its own, in steps.
"""

from __future__ import annotations

import random
import threading
from dataclasses import dataclass

from ergostrut.core.quantity import Mass

from .lines import answer_of, stand_in

PORT, VARIABLE = 8747, "ERGOSTRUT_SCALE"
LEAST, MOST = 20.0, 10_000.0
"""kg that it reads from and to."""
STEP, NOISE = 5.0, 0.004
"""kg that it reads in, and the spread of a reading as a part of it (invented for the stand-in)."""


@dataclass(frozen=True, slots=True)
class ScaleReading:
    """``number`` counts up from 1."""

    number: int
    kg: float


class Scale:
    """The last reading, behind a lock; ``seed`` makes its noise the same again."""

    def __init__(self, seed: int | None = None) -> None:
        self._lock = threading.Lock()
        self._last: ScaleReading | None = None
        self._noise = random.Random(seed)

    def answer(self, line: str) -> str:
        """The answer to one line; never raises."""
        word, _, rest = line.strip().partition(" ")
        if word == "LAST" and not rest:
            return _said(self._last)
        if word != "DRIVE":
            return "ERR say DRIVE <mass> or LAST"
        try:
            kg = Mass.parse(rest, "kg").kg
        except ValueError as error:
            return f"ERR {error}"
        if not LEAST <= kg <= MOST:
            return f"ERR it reads from {LEAST:.0f} to {MOST:.0f} kg"
        with self._lock:
            read = STEP * round(kg * self._noise.gauss(1.0, NOISE) / STEP)
            self._last = ScaleReading((self._last.number if self._last else 0) + 1, read)
            return _said(self._last)


def _said(reading: ScaleReading | None) -> str:
    return "NONE" if reading is None else f"WEIGHT {reading.number} {reading.kg:.0f}"


def told(line: str) -> ScaleReading | None:
    """A reading from an answer; None for one that says there is none.

    Raises:
        ValueError: the scale refused, or this is no answer of a scale.
    """
    match line.strip().split(" ", 2):
        case ["NONE"]:
            return None
        case ["WEIGHT", number, kg]:
            return ScaleReading(int(number), float(kg))
        case ["ERR", *words]:
            raise ValueError(" ".join(words))
    raise ValueError(f"“{line.strip()[:60]}” is no answer of a scale")


def asked(line: str, port: int = PORT) -> ScaleReading | None:
    """One request to a scale on the loopback.

    Raises:
        ValueError: the scale refused the line.
        OSError: no scale answers there.
    """
    return told(answer_of(line, port))


if __name__ == "__main__":
    raise SystemExit(stand_in(Scale(), VARIABLE, PORT))
