"""Waka files a team's shared documents; see docs/ for the rooms and the words."""

__version__ = "0.1.0"
