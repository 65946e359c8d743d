"""One BLAS thread: the matrices of a build are small, and more threads than one only wait for each other."""

from __future__ import annotations

import scipy.linalg  # noqa: F401 - its own BLAS is limited only once it is loaded
from threadpoolctl import threadpool_limits


def one_thread() -> None:
    """Limit every BLAS of this process, whoever loaded it first. Called where a process begins its work."""
    threadpool_limits(limits=1, user_api="blas")
