"""A village band: repairers and publishers, a coach firm and a hall, a contest, a festival, players who learn and sit examinations."""

from .money import MONEY
from .words import WORDS
from .world import ADDRESS, BAND, BODIES, FIRMS

LAYOUTS = (*MONEY, *WORDS)
OFFICE = {"names": [BAND], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*FIRMS[:2], *BODIES[1:2])]}  # fmt: skip
