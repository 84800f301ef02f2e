"""Amounts of money, each with its currency (ISO 4217)."""

from __future__ import annotations

import re
from dataclasses import dataclass
from decimal import Decimal

from .typed import read_amount

#: The currencies of ISO 4217 that are in use.
CURRENCIES = frozenset(
    re.findall(
        r"\w+",
        """AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BGN BHD BIF BMD BND BOB BRL BSD BTN BWP BYN BZD
        CAD CDF CHF CLP CNY COP CRC CUP CVE CZK DJF DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP
        GMD GNF GTQ GYD HKD HNL HTG HUF IDR ILS INR IQD IRR ISK JMD JOD JPY KES KGS KHR KMF KPW KRW KWD
        KYD KZT LAK LBP LKR LRD LSL LYD MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK MXN MYR MZN NAD NGN
        NIO NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PYG QAR RON RSD RUB RWF SAR SBD SCR SDG SEK SGD SHP
        SLE SOS SRD SSP STN SVC SYP SZL THB TJS TMT TND TOP TRY TTD TWD TZS UAH UGX USD UYU UZS VED VES
        VND VUV WST XAF XCD XOF XPF YER ZAR ZMW""",
    )
)
_SIGNS = {"£": "GBP", "€": "EUR", "$": "USD", "¥": "JPY", "₹": "INR", "zł": "PLN"}
_CODE = re.compile(r"(?<![A-Za-z])([A-Za-z]{3})(?![A-Za-z])")


@dataclass(frozen=True, slots=True)
class Money:
    amount: Decimal
    currency: str

    def __str__(self) -> str:
        return f"{self.amount} {self.currency}"

    @classmethod
    def of(cls, kept: str) -> Money:
        """Return what ``str`` made of one."""
        amount, _, currency = kept.partition(" ")
        return cls(Decimal(amount), currency)


def read_money(text: str, usual: str) -> Money | None:
    """Return the money that *text* writes, such as ``£1,284.00``, ``12 EUR`` or ``12,50``; None where it is none.

    *usual*: the currency where none is written. A code that is no currency makes it no money, rather than another one.
    """
    amount = read_amount(text)
    if amount is None:
        return None
    codes = {code.upper() for code in _CODE.findall(text)} | {
        code for sign, code in _SIGNS.items() if sign in text
    }
    if not codes:
        return Money(amount, usual)
    if len(codes) > 1 or not codes <= CURRENCIES:
        return None
    return Money(amount, codes.pop())
