"""The web door: one blueprint a place; validation, sign-in, answers. No decisions."""
