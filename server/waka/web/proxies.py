"""Where a request comes from, behind proxies that are trusted to say so (X-Forwarded-For) and no others."""

from __future__ import annotations

from collections.abc import Sequence
from ipaddress import IPv4Network, IPv6Network, ip_address

from flask import Request

Network = IPv4Network | IPv6Network


def is_trusted(asked: Request, trusted: Sequence[Network]) -> bool:
    """Whether the one who speaks to us is a trusted proxy."""
    try:
        known = ip_address(asked.remote_addr or "")
    except ValueError:
        return False
    return any(known.version == network.version and known in network for network in trusted)


def sender(asked: Request, trusted: Sequence[Network]) -> str:
    """Return the address that *asked* comes from: the last one that no trusted proxy has."""
    way = [
        *(part.strip() for line in asked.headers.getlist("X-Forwarded-For") for part in line.split(",")),
        asked.remote_addr or "",
    ]
    found = way[-1]
    for address in reversed(way):
        try:
            known = ip_address(address)
        except ValueError:
            break  # no address: whoever wrote it is the last that is known
        found = str(known)
        if not any(known.version == network.version and known in network for network in trusted):
            break
    return found
