"""Fields as people type them: dates, amounts, short forms."""
