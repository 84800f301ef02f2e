"""Every setting, read from the environment in this one place and listed in the README."""

from __future__ import annotations

import os
from collections.abc import Mapping
from dataclasses import dataclass
from ipaddress import IPv4Network, IPv6Network, ip_network
from pathlib import Path

CHECKOUT = Path(__file__).resolve().parents[2]


@dataclass(frozen=True, slots=True, kw_only=True)
class Settings:
    home: Path  #: everything that a running Waka keeps
    drive: Path  #: the root of the common folder tree
    arrivals: Path  #: where new files are dropped, one folder an arrival point
    database_url: str | None  #: None: a cluster of our own under home
    bind: str  #: the address that is listened on
    port: int
    workers: int  #: processes that answer; about one a core
    https: bool  #: cookies are sent over https only
    settle_seconds: float  #: an arrival is taken once its size has stood still for so long
    max_upload_bytes: int
    cache_bytes: int  #: of pages that were made, at the most
    upload_quota_bytes: int  #: of unfinished uploads, for one person
    trusted_proxies: tuple[IPv4Network | IPv6Network, ...]  #: whose word on a sender's address holds
    handover: str  #: the address by which a trusted web server in front finds the drive; '': we send files ourselves
    interface: Path  #: the built front end

    @classmethod
    def read(cls, env: Mapping[str, str] = os.environ) -> Settings:
        home = Path(env.get("WAKA_HOME") or CHECKOUT / "var" / "home").absolute()
        return cls(
            home=home,
            drive=Path(env.get("WAKA_DRIVE") or home / "drive").absolute(),
            arrivals=Path(env.get("WAKA_ARRIVALS") or home / "arrivals").absolute(),
            database_url=env.get("WAKA_DATABASE_URL") or None,
            bind=env.get("WAKA_BIND") or "127.0.0.1",
            port=int(env.get("WAKA_PORT") or 8520),
            workers=max(1, int(env.get("WAKA_WORKERS") or 2)),
            https=env.get("WAKA_HTTPS", "") in ("1", "yes", "true"),
            settle_seconds=float(env.get("WAKA_SETTLE_SECONDS") or 2),
            max_upload_bytes=int(env.get("WAKA_MAX_UPLOAD_MB") or 2048) * 1024 * 1024,
            cache_bytes=int(env.get("WAKA_CACHE_MB") or 2048) * 1024 * 1024,
            upload_quota_bytes=int(env.get("WAKA_UPLOAD_QUOTA_MB") or 20_480) * 1024 * 1024,
            trusted_proxies=tuple(
                ip_network(part.strip(), strict=False)
                for part in (env.get("WAKA_TRUSTED_PROXIES") or "").split(",")
                if part.strip()
            ),
            handover=(env.get("WAKA_HANDOVER") or "").rstrip("/"),
            interface=Path(env.get("WAKA_INTERFACE") or CHECKOUT / "client" / "dist").absolute(),
        )
