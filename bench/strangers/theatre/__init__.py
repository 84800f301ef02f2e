"""A theatre's trust: those who hire to it, supply it, license it, insure it and write to it, and who learns there."""

from .money import MONEY
from .words import WORDS
from .world import ADDRESS, BODIES, FIRMS, TRUST

LAYOUTS = (*MONEY, *WORDS)
OFFICE = {"names": [TRUST, "The Gantry Theatre"], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*FIRMS[:2], *BODIES[:1])]}  # fmt: skip
