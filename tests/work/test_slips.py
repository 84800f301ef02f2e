"""The slip: what is typed, understood, and what is said of what is not."""

from datetime import date
from decimal import Decimal

import pytest

from waka.core.fields.money import Money
from waka.core.names import Parties, Party, Pattern
from waka.work.naming.house import Naming
from waka.work.naming.slips import Slip, Who, understand

TODAY = date(2026, 11, 20)
HOUSE = Naming(
    Pattern.read("{when}_{who short}_{what}"),
    Parties.of([Party("Marlow Rope & Canvas", "mrc", ("Marlow R&C",)), Party("Nameless Yard")]),
    {"invoice": "Invoice"},
)


@pytest.mark.parametrize(
    ("typed", "who"),
    [
        ("mrc", Who(name="Marlow Rope & Canvas", short="mrc", known=True, proposed=None)),
        ("MRC ", Who(name="Marlow Rope & Canvas", short="mrc", known=True, proposed=None)),
        ("marlow r&c", Who(name="Marlow Rope & Canvas", short="mrc", known=True, proposed=None)),
        ("nameless yard", Who(name="Nameless Yard", short=None, known=True, proposed="ny")),
        ("Gull  Point", Who(name="Gull Point", short=None, known=False, proposed="gp")),
        ("   ", None),
    ],
)
def test_who(typed: str, who: Who | None) -> None:
    assert understand(Slip(who=typed), HOUSE, TODAY).who == who


def test_every_field_is_read() -> None:
    slip = Slip(kind="invoice", when="12 3 25", what=" sail ", reference=" 4471", amount="£12.50")
    seen = understand(slip, HOUSE, TODAY)
    assert (seen.kind, seen.when, seen.what, seen.reference, seen.amount) == (
        "invoice", date(2025, 3, 12), "sail", "4471", Money(Decimal("12.50"), "GBP"),
    )  # fmt: skip
    assert seen.problems == []


@pytest.mark.parametrize(
    ("slip", "field", "told"),
    [
        (Slip(when="soon"), "when", "is no date"),
        (Slip(amount="much"), "amount", "is no amount"),
        (Slip(kind="poem"), "kind", "no kind"),
        (Slip(who="New", short="mrc"), "short", "already stands for Marlow"),
        (Slip(who="New", short="no good"), "short", "letters a-z and digits"),
        (Slip(who="New", short="x" * 17), "short", "letters a-z and digits"),
    ],
)
def test_what_is_not_understood_is_said_at_its_field(slip: Slip, field: str, told: str) -> None:
    [problem] = understand(slip, HOUSE, TODAY).problems
    assert problem.field == field
    assert told in problem.message
