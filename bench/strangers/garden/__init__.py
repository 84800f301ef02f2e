"""A society's walled garden: nurseries, glaziers and beekeepers, a council and an insurer, visitors, apprentices."""

from .money import MONEY
from .words import WORDS
from .world import ADDRESS, BODIES, FIRMS, SOCIETY

LAYOUTS = (*MONEY, *WORDS)
OFFICE = {"names": [SOCIETY], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*FIRMS[1:3], *BODIES[:1])]}  # fmt: skip
