"""A children's nursery: wholesalers and a laundry, water and rates, tradesmen, inspectors, a college whose learners train there."""

from .money import MONEY
from .words import WORDS
from .world import ADDRESS, BODIES, FIRMS, NURSERY

LAYOUTS = (*MONEY, *WORDS)
OFFICE = {"names": [NURSERY], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*FIRMS[:2], BODIES[0])]}  # fmt: skip
