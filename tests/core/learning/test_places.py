"""Where documents went leads to where the next belongs: its own year, its own party, and never on too few."""

from datetime import date

import pytest

from waka.core.learning.places import Filed, place

DAY = date(2026, 2, 3)


def filed(*told: tuple[str, str], who: str | None = None) -> list[Filed]:
    return [Filed(path=path, when=date.fromisoformat(when), who=who) for path, when in told]


@pytest.mark.parametrize(
    ("such", "when", "who", "path"),
    [
        ([], DAY, None, None),
        (filed(("Letters", "2025-01-01")), DAY, None, None),  # once is no habit
        (filed(("Letters", "2025-01-01"), ("Letters", "2024-01-01")), DAY, None, "Letters"),
        (filed(("Finance/2025", "2025-01-01"), ("Finance/2024", "2024-01-01")), DAY, None, "Finance/2026"),
        (filed(("Finance/2025", "2025-01-01"), ("Finance/2025", "2025-04-01")), None, None, None),
        (filed(("In/2025-01", "2025-01-09"), ("In/2025-02", "2025-02-09")), DAY, None, "In/2026-02"),
        # a year that is not theirs is a name
        (filed(("Refit 2019", "2025-01-09"), ("Refit 2019", "2025-02-09")), DAY, None, "Refit 2019"),
        (filed(("Work/Jory Penrose", "2025-01-01"), ("Work/Jory Penrose", "2025-01-02"), who="Jory Penrose"), DAY, "Ines Calder", "Work/Ines Calder"),
        (filed(("Work/Jory Penrose", "2025-01-01"), ("Work/Jory Penrose", "2025-01-02"), who="Jory Penrose"), DAY, None, None),
        (filed(("A", "2025-01-01"), ("B", "2025-01-02"), ("B", "2025-01-03")), DAY, None, "B"),
        (filed(("", "2025-01-01"), ("", "2025-01-02")), DAY, None, ""),
    ],
)  # fmt: skip
def test_most_of_them_lead_the_way(
    such: list[Filed], when: date | None, who: str | None, path: str | None
) -> None:
    found = place(such, when, who)
    assert (found.path if found is not None else None) == path


@pytest.mark.parametrize(
    ("same", "others", "sure"), [(2, 0, False), (3, 0, True), (14, 1, True), (6, 4, False)]
)
def test_it_is_sure_where_the_next_would_go_the_same_way_four_times_in_five(
    same: int, others: int, sure: bool
) -> None:
    such = filed(*[("Finance", "2025-01-01")] * same, *[("Letters", "2025-01-01")] * others)
    found = place(such, DAY, None)
    assert found is not None and (found.count, found.of, found.is_sure) == (same, same + others, sure)
