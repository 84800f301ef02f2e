"""A long list, killed again and again at random moments, its runner and its database: it comes to its end."""

import os
import random
import tempfile
import time
from collections import Counter
from dataclasses import dataclass
from pathlib import Path

from tests import loaded
from tests.conftest import LONG
from tests.faults.papers import a_thousand_papers, cut_off, how_far, papers
from tests.support import World, assert_records_agree, world
from waka.core.changes.proposal import Proposal
from waka.core.words import given
from waka.settings import Settings
from waka.work.changes import lists
from waka.work.changes.proving import prove
from waka.work.changes.ways import kept_list
from waka.work.deps import Deps
from waka.work.outside.taking_in import index_next

KILLS = 200 if LONG else 4


def mixed(deps: Deps, rng: random.Random) -> tuple[list[Proposal], dict[int, int]]:
    """Moves, swaps, circles of three, copies, bins and versions over all the papers there are.

    Returned with what becomes a version of what.
    """
    known = papers(deps)
    merging: dict[int, int] = {}
    numbers = list(known)
    rng.shuffle(numbers)
    asks: list[Proposal] = []

    def to(number: int, path: str, *, act: str = "place") -> None:
        above, _, name = path.rpartition("/")
        asks.append(Proposal(act=act, document=number, to=above, name=name))

    while len(numbers) >= 8:
        a, b, c, d, e, f, g, h = (numbers.pop() for _ in range(8))
        to(a, known[b][0])
        to(b, known[a][0])
        to(c, known[d][0])
        to(d, known[e][0])
        to(e, known[c][0])
        to(f, f"Moved {rng.randrange(9)}/{f}-{known[f][0].rpartition('/')[2]}")
        if rng.random() < 0.3:
            to(g, f"Copies/{g}-{rng.random()}.txt", act="copy")
        elif rng.random() < 0.3:
            asks.append(Proposal(act="bin", document=g, reason="no more use"))
        elif rng.random() < 0.6:
            above, _, name = known[h][0].rpartition("/")
            asks.append(Proposal(act="place", document=g, to=above, name=name, collision="version"))
            merging[g] = h
    return asks, merging


@dataclass
class Runner:
    """A runner in a process of its own, slow enough to be met in the middle; killed again and again."""

    settings: Settings
    url: str
    process: loaded.Started | None = None

    def go(self) -> None:
        """Start it where it is not running; one that only lost its database is."""
        if self.process is not None and self.process.poll() is None:
            return
        env = {**os.environ, "WAKA_DATABASE_URL": self.url,
               "WAKA_HOME": str(self.settings.home), "WAKA_SETTLE_SECONDS": "0.2",
               "WAKA_FAULT": "slow:step_moved"}  # fmt: skip
        self.process = loaded.start(["background"], env, self.settings.home / "runner.log")

    def kill(self) -> None:
        if self.process is not None:
            self.process.kill()
            self.process.wait()


def test_a_list_that_is_killed_at_random_moments_comes_to_its_end(home: Path) -> None:
    """Killed with -9: the runner, the database as a whole, one process of it; or only cut off from it."""
    with tempfile.TemporaryDirectory(prefix="waka-kills-") as folder:
        Path(folder).chmod(0o755)
        # a database of its own that keeps what it promised when it is killed
        with (
            world(Path(folder), quick_and_unsafe=False) as own,
            a_thousand_papers(own, home) as (deps, keeper),
        ):
            runner = Runner(deps.settings, deps.db.pool.conninfo)
            try:
                kill_again_and_again(own, deps, keeper, runner)
            finally:
                runner.kill()


def kill_again_and_again(own: World, deps: Deps, keeper: int, runner: Runner) -> None:
    url = deps.db.pool.conninfo
    rng = random.Random(11)
    before = {number: digest for number, (_, digest) in papers(deps).items()}
    rounds = 0
    killed: Counter[str] = Counter()
    while killed.total() < KILLS:
        rounds += 1
        asks, merging = mixed(deps, rng)
        list_id = kept_list.propose(deps, keeper, asks, title=given(f"Round {rounds}"), origin="chosen")
        assert lists.one(deps, keeper, list_id).summary.blocked == 0
        lists.run(deps, keeper, list_id)
        while not comes_to_its_end(runner, list_id, rng if killed.total() < KILLS else None):
            what = rng.choices(["runner", "database", "part of it", "connections"], [5, 3, 1, 1])[0]
            killed[what] += 1
            if what == "runner":
                runner.kill()
            elif what == "database":
                own.kill_database()
            elif what == "part of it":
                own.kill_a_backend(url)
            else:
                cut_off(own, url)
        while index_next(deps):
            pass
        assert_records_agree(deps)
        proof = prove(deps, keeper, list_id, read=True)
        assert (proof.count_amiss, proof.arrived) == (0, proof.files), proof.amiss[:3]
        after = papers(deps)
        with deps.db.transaction() as conn:
            binned = {int(r[0]) for r in conn.execute("select id from document where state = 'binned'")}
        # every document there exactly once with its own bytes, or in the bin, or as what it became a version of
        for came, onto in merging.items():
            before[onto] = before.pop(came)
        assert {n: d for n, d in before.items() if n not in binned} == {
            n: after[n][1] for n in before if n in after
        }
        before |= {number: digest for number, (_, digest) in after.items()}
    assert killed["runner"] and killed["database"], killed


def comes_to_its_end(runner: Runner, list_id: int, rng: random.Random | None) -> bool:
    """Let the runner work for a random while, a minute without *rng*; return whether the list is done.

    The while begins when something moves: a runner that lost its database is seen to go on by itself.
    """
    runner.go()
    state, began = how_far(runner.url, list_id)
    deadline = time.monotonic() + 60
    is_moving = False
    while state != "done" and time.monotonic() < deadline:
        assert state != "failed"
        time.sleep(0.02)
        state, done = how_far(runner.url, list_id)
        if done > began and not is_moving:
            is_moving = True
            deadline = time.monotonic() + (rng.uniform(0.0, 1.2) if rng is not None else 60)
    assert is_moving or state == "done", "nothing has moved for a minute"
    return state == "done"
