"""The demo: the papers of the Tern Point Sail Training Trust, a made-up charity, made by code.

Every name, firm, place and figure is invented. The same seed gives the same papers.
"""
