"""The border between steps and the JSON that they are kept as: written and read here, and nowhere else."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any, TypeVar

import msgspec

from waka.core.changes.acts import TYPES, VERSION, Act, NotPrepared
from waka.core.changes.findings import StepFinding
from waka.core.changes.proposal import Proposal

T = TypeVar("T")


class _Versioned(msgspec.Struct):
    v: int = VERSION


_encoder = msgspec.json.Encoder()
_versions = msgspec.json.Decoder(_Versioned)
_proposals = msgspec.json.Decoder(Proposal)
_PLAIN = f'{{"v":{VERSION}}}'


def act_json(act: Act) -> str:
    return _versioned(_encoder.encode(act))


def proposal_json(proposal: Proposal) -> str:
    return _versioned(_encoder.encode(proposal))


def _versioned(told: bytes) -> str:
    return _PLAIN if told == b"{}" else f'{{"v":{VERSION},{told[1:].decode()}'


def act_of(code: str, kept: Mapping[str, Any]) -> Act:
    """Return the act that was kept. Raises ``ValueError`` for one of a later Waka."""
    if "wanted" in kept:
        return NotPrepared(wanted=code)
    return _read(kept, TYPES[code])


def proposal_of(kept: str) -> Proposal:
    """Return the proposal that was kept, from its JSON. Raises ``ValueError`` for one of a later Waka."""
    _assert_known(_versions.decode(kept).v)
    return _proposals.decode(kept)


def _read(kept: Mapping[str, Any], kind: type[T]) -> T:
    _assert_known(kept.get("v", VERSION))
    return msgspec.convert(kept, kind)


def _assert_known(version: int) -> None:
    if version > VERSION:
        raise ValueError(f"written by a later Waka: version {version}")


def json_of(told: msgspec.Struct) -> str:
    return _encoder.encode(told).decode()


def of_json(kept: Mapping[str, Any], kind: type[T]) -> T:
    """Return what was kept; what it does not say is as a new one has it."""
    return msgspec.convert(kept, kind)


def findings_json(findings: Sequence[StepFinding]) -> str | None:
    """Return what the check says of a step; *position* is that of its row."""
    if not findings:
        return None
    told = [{"code": f.code, "facts": f.facts, "other": f.other, "offer": f.offer} for f in findings]
    return _encoder.encode(told).decode()


def findings_of(kept: Sequence[Mapping[str, Any]] | None, position: int) -> list[StepFinding]:
    return [
        StepFinding(
            position=position, code=f["code"], facts=f.get("facts") or {}, other=f.get("other"), offer=f.get("offer")
        )
        for f in kept or ()
    ]  # fmt: skip
