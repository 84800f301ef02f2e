"""The background process: does what waits in the queue, and watches where it is elected to."""

from __future__ import annotations

import threading

from waka.work.deps import Deps

from .watchers import watch
from .worker import work


def run(deps: Deps, url: str, stop: threading.Event) -> None:
    """Work until *stop* is set. *url* is the database's, for the queue's own connections."""
    threads = [
        threading.Thread(target=work, args=(deps, url, stop), name="queue", daemon=True),
        threading.Thread(target=watch, args=(deps, stop), name="watchers", daemon=True),
    ]
    for thread in threads:
        thread.start()
    stop.wait()
    deps.recogniser.close()
    deps.reader.close()  # what is being read is read the next time
    for thread in threads:
        thread.join()
