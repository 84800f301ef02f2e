"""What the acts share that bring a file from one place to another, and those that exchange it for another."""

from __future__ import annotations

from abc import abstractmethod

from psycopg import Connection

from waka.core.changes.settle import Verdict
from waka.core.changes.step import Step
from waka.drive.hands import Hands
from waka.drive.moving import carry_out
from waka.drive.tree import FileStat
from waka.drive.versions import Exchange, exchange
from waka.work.deps import Deps

from .base import Handler
from .moves import move_of, settled, settled_exchange


class MovingHandler(Handler):
    """An act whose file goes from one place to another."""

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        return carry_out(move_of(deps, step), hands)

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        return settled(deps, conn, step)


class ExchangingHandler(Handler):
    """An act that gives a document other bytes."""

    @abstractmethod
    def exchange(self, deps: Deps, step: Step) -> Exchange:
        """Return what takes the place of what."""

    def carry_out(self, deps: Deps, step: Step, hands: Hands | None) -> FileStat:
        return exchange(self.exchange(deps, step))

    def settle(self, deps: Deps, conn: Connection, step: Step) -> tuple[Verdict, FileStat]:
        return settled_exchange(self.exchange(deps, step))
