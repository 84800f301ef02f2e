"""A housing co-operative: trades, households abroad, tenants, a school next door."""

from .money import MONEY
from .words import WORDS
from .world import ADDRESS, BODIES, COOP, TRADES

LAYOUTS = (*MONEY, *WORDS)
OFFICE = {"names": [COOP], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*TRADES[:2], *BODIES[:2])]}  # fmt: skip
