"""Papers with known truth of a third house, an evening college, whose layouts no rule of reading was written for."""
