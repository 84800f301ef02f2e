"""An answer that many ask for at once, made by one of them and good for a moment."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Generic, TypeVar

Value = TypeVar("Value")


class Remembered(Generic[Value]):
    """Keeps one answer for *seconds*; who comes while it is made waits for it."""

    def __init__(self, seconds: float) -> None:
        self.seconds = seconds
        self._lock = threading.Lock()
        self._kept: tuple[float, Value] | None = None

    def of(self, make: Callable[[], Value]) -> Value:
        with self._lock:
            if self._kept is None or time.monotonic() - self._kept[0] > self.seconds:
                self._kept = (time.monotonic(), make())
            return self._kept[1]
