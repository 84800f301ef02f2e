"""An animal clinic: papers of browsers, word processors and spreadsheets, mails and tills."""

from .money import MONEY
from .words import WORDS
from .world import ADDRESS, BODIES, CLINIC, SUPPLIERS

LAYOUTS = (*MONEY, *WORDS)
OFFICE = {"names": [CLINIC], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*SUPPLIERS[:3], *BODIES[:2])]}  # fmt: skip
