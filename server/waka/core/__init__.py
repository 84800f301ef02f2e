"""The thinking: pure functions over plain values. No web, no database, no files, no clock."""
