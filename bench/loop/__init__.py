"""How many keys and how long it takes to file a document, in the real interface, with the keyboard alone."""
