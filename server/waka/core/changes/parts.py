"""The parts that the maker of a list gives to others."""

from __future__ import annotations

from typing import Literal

Part = Literal["look", "decide", "approve"]
#: look: sees the list, its steps and its proof; decide: also meets what the check found; approve: also has to say yes
#: before it runs
