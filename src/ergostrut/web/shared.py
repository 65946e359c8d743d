"""Values worked out once however many ask, kept while they are young and within a number of bytes."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Callable
from concurrent.futures import Future
from threading import Lock
from typing import Generic, TypeVar

T = TypeVar("T")


class Cache(Generic[T]):
    """Least recently used values by key: never more than ``room`` bytes by what ``weigh`` says of them."""

    def __init__(self, room: int, weigh: Callable[[T], int]) -> None:
        self._room, self._weigh = room, weigh
        self._held: OrderedDict[str, tuple[T, int]] = OrderedDict()
        self._lock, self._bytes = Lock(), 0

    @property
    def bytes(self) -> int:
        return self._bytes

    def get(self, key: str) -> T | None:
        with self._lock:
            found = self._held.get(key)
            if found is None:
                return None
            self._held.move_to_end(key)
            return found[0]

    def put(self, key: str, value: T) -> None:
        """Keep a value; one that alone is heavier than the room is not kept."""
        weight = self._weigh(value)
        with self._lock:
            before = self._held.pop(key, None)
            self._bytes -= before[1] if before else 0
            if weight > self._room:
                return
            self._held[key] = (value, weight)
            self._bytes += weight
            while self._bytes > self._room:
                _, (_, gone) = self._held.popitem(last=False)
                self._bytes -= gone

    def drop(self, key: str) -> None:
        """Keep a value no longer."""
        with self._lock:
            before = self._held.pop(key, None)
            self._bytes -= before[1] if before else 0


class Once(Generic[T]):
    """A cache that works a value out once: who asks meanwhile for the same waits for it, who asks for another does not."""

    def __init__(self, cache: Cache[T]) -> None:
        self.cache = cache
        self._lock = Lock()
        self._underway: dict[str, Future[T]] = {}

    def get(self, key: str, work: Callable[[], T]) -> T:
        """The value of ``key``; ``work`` makes it, and what it raises goes to everybody who waits."""
        found = self.cache.get(key)
        if found is not None:
            return found
        with self._lock:
            future = self._underway.get(key)
            mine = future is None
            if future is None:
                future = self._underway[key] = Future()
        if not mine:
            return future.result()
        try:
            value = work()
            self.cache.put(key, value)
            future.set_result(value)
            return value
        except BaseException as error:
            future.set_exception(error)
            raise
        finally:
            with self._lock:
                del self._underway[key]
