"""Structured log lines: one JSON object a line, with the request id that an error on screen also shows."""

from __future__ import annotations

import logging
import sys
from typing import TextIO

import structlog


def configure(out: TextIO = sys.stderr) -> None:
    structlog.configure(
        processors=[
            structlog.contextvars.merge_contextvars,
            structlog.processors.add_log_level,
            structlog.processors.TimeStamper(fmt="iso", utc=True),
            structlog.processors.format_exc_info,
            structlog.processors.JSONRenderer(),
        ],
        wrapper_class=structlog.make_filtering_bound_logger(logging.INFO),
        logger_factory=structlog.PrintLoggerFactory(out),
        cache_logger_on_first_use=False,
    )
