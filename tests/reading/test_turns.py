"""Whose turn it is to have a reading process."""

from dataclasses import dataclass

from hypothesis import given
from hypothesis import strategies as st

from waka.reading.turns import File, Turns

PROCESSES = 4


@dataclass
class Asked:
    file: File
    who: int | None


ASKED = st.builds(
    Asked, file=st.integers(0, 5).map(lambda at: (1, at, 1, 1)), who=st.none() | st.integers(1, 3)
)


@given(waiting=st.lists(ASKED, max_size=20), ends=st.lists(st.integers(0, PROCESSES - 1), max_size=40))
def test_of_one_document_one_and_of_one_person_half_and_all_come_in_their_order(
    waiting: list[Asked], ends: list[int]
) -> None:
    turns, at_work = Turns(PROCESSES), []
    for end in [*ends, *[0] * (len(waiting) + PROCESSES)]:
        while len(at_work) < PROCESSES and (task := turns.first(waiting)) is not None:
            # who asked for the same before them, or of whom less is at work, was before them
            before = waiting[: next(at for at, one in enumerate(waiting) if one is task)]
            busy = [one.file for one in at_work]
            assert all(
                one.file in busy or [a.who for a in at_work].count(one.who) >= PROCESSES // 2
                for one in before
            )
            del waiting[len(before)]
            turns.begin(task)
            at_work.append(task)
        assert len({one.file for one in at_work}) == len(at_work)
        for who in (1, 2, 3):
            assert [one.who for one in at_work].count(who) <= PROCESSES // 2
        if at_work:
            turns.end(at_work.pop(end % len(at_work)))
    assert waiting == [], "nobody waits for ever"


def test_where_there_is_one_process_everybody_has_it_in_turn() -> None:
    turns = Turns(1)
    one, other = Asked((1, 1, 1, 1), 1), Asked((1, 2, 1, 1), 2)
    assert turns.first([one, other]) is one
    turns.begin(one)
    assert turns.first([other]) is other, "whether a process is free is known to who has them"
    turns.end(one)
    assert turns.first([one]) is one
