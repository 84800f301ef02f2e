"""Papers with known truth of houses whose layouts no rule of reading was written for; a house is read once it is written."""
