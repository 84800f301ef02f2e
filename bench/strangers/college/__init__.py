"""An evening college: papers that browsers printed."""

from .abroad import ABROAD
from .household import HOUSEHOLD
from .invoices import INVOICES
from .learning import LEARNING
from .letters import LETTERS
from .world import ADDRESS, BODIES, COLLEGE, FIRMS

LAYOUTS = (*INVOICES, *ABROAD, *HOUSEHOLD, *LETTERS, *LEARNING)
OFFICE = {"names": [COLLEGE], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*FIRMS[:3], *BODIES[:2])]}  # fmt: skip
