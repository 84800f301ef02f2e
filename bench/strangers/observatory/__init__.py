"""An observatory's society: papers put together at random, so that hardly two are alike."""

from .anyhow import ANYHOW
from .others import OTHERS
from .world import ADDRESS, BODIES, FIRMS, SOCIETY

LAYOUTS = (*ANYHOW, *OTHERS)
OFFICE = {"names": [SOCIETY], "addresses": [", ".join(ADDRESS)], "parties": [{"name": firm.name} for firm in (*FIRMS[:2], *BODIES[:2])]}  # fmt: skip
