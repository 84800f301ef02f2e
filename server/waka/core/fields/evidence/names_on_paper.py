"""What on a paper may be a name: of a firm, an office, a person; and what is an address, a label, a title instead."""

from __future__ import annotations

import re

from .dates import spots
from .labels import label
from .letters import plain
from .sums import sums

LEGAL = (
    r"(?:ltd|limited|plc|llp|inc|corp|corporation|company|co|gmbh(?: & co\.? kg)?|ag|ohg|kg|e\.?\s?k\.?|ug|sarl|s\.a\.r\.l|sas|s\.a\.s|sa|s\.a|eurl|b\.?v|n\.?v|vof|"
    r"sp\.? z ?o\.? ?o|s\.?a|spolka|cic|dac|llc|society|trust)\.?"
)  # fmt: skip
LEGAL_AT_END = re.compile(
    rf"(?P<name>[^,;|·•()]*?\b{LEGAL})(?=$|[\s,;|·•(]|\.[a-z])(?!\s+[A-Z&][a-z])(?!\.? (?:no|number|nr|reg)\b)"
)
SELLER = re.compile(
    r"^(?:signed for|for and on behalf of|seller|from|supplier|vendor|issued by|issuer|issuing authority|sold by|supplied by|account name|payee|beneficiary|payable to|make cheques payable to|cheques payable to|"
    r"cheques to|remit to|pay to|prepared by|author|authors|written by|surveyor|assessor|assessed by|assessment by|inspected by|inspector|reported by|report by|stage manager|insurer|underwriter|engineer'?s firm|contractor|carried out by|installer|"
    r"verkaufer|absender|aussteller|kontoinhaber|vendeur|emetteur|fournisseur|titulaire|beneficiaire|verkoper|afzender|leverancier|t\.?n\.?v\.?|"
    r"sprzedawca|wystawca|nadawca|dostawca|odbiorca platnosci)\s?[:.]?\s*"
)  # fmt: skip
NAME_OF_PERSON = re.compile(
    r"^(?:name|full name|your name|name of (?:pupil|student|learner|trainee|applicant|parent|parent or guardian|parent/guardian|claimant|child|member)|"
    r"(?:pupil|student|learner|child|borrower|player|resident|patient|trainee|apprentice|intern|volunteer|applicant|claimant|employee|cadet|candidate|participant|parent|parent / guardian|parent/guardian|guardian|member)(?:'?s)?(?: name)?|employee name|by|handed in by|submitted by|"
    r"written by|author|payee|claimed by|name of employee|completed by|signed)\s?[:.]?\s*(?=\S|$)"
)  # fmt: skip
BUYER = re.compile(
    r"^(?:bill(?:ed)? to|invoice(?:d)? to|invoice address|ship to|sold to|deliver(?:y)? (?:to|address)|deliver to|to|for|customer|client|buyer|attn|attention|for the attention of|fao|"
    r"rechnung an|kunde|empfanger|lieferadresse|an|facture a|destinataire|client|adresse de livraison|livre a|factuur aan|klant|aan|t\.a\.v|afleveradres|nabywca|odbiorca|kupujacy|insured|the insured|policyholder|"
    r"supply address|site|premises|ihre anschrift)\s?[:.]?$"
)  # fmt: skip
CLOSING = re.compile(
    r"^(?:yours (?:sincerely|faithfully|truly|ever|etc)|yours|with? ?kind(?:est)? regards|kind(?:est)? regards|best (?:wishes|regards)|with best wishes|warm regards|regards|many thanks|with thanks|"
    r"sincerely|cordialement|bien a vous|mit freundlichen gru(?:ss|s)en|hochachtungsvoll|met vriendelijke groet(?:en)?|z powazaniem|all the best|love|thanks|thank you|signed|with (?:all |our |my |every )*(?:good |best |kind |fond |warm )(?:wish|wishes|thoughts|regards))\W*$|^(?:with|many|best|warm|kind)(?:est)? (?:many |best |kind |good |fond |warm |warmest |every |all |all our |all my |all good |every good )?(?:thanks|wish|wishes|regards|love) [^.:\d]{3,50},$"
)  # fmt: skip
HOST = re.compile(r"(?:@|www\.|https?://)(?P<host>[a-z0-9][a-z0-9.-]*\.[a-z]{2,})")
NOT_A_NAME = re.compile(
    r"\b(?:pro-?forma\w*|\w*factuur\w*|\w*rechnung\w*|invoice|receipt|page|date|tel|telephone|phone|fax|e-?mail|www|http|vat|no|number|total|dear|statement|certificate|this is to|copy|original|duplicate|paid|"
    r"registered|bank details|bank account|sort code|iban|thank you|welcome|terms|customer|account|order|quotation|delivery|note|rechnung|facture|factuur|faktura|gutschrift|avoir|credit|description|"
    r"risk assessment|(?:safety|test) record|report|minutes|agenda|worksheet|homework|policy|schedule|please|your|our|ref|datum|subject|urgent|private|confidential|by (?:post|hand|e-?mail)|pro forma|bill|"
    r"reading|readings|units?|charges?|qty|quantity|prices?|amount|balance|details|sent|ordered|delivered|due|payments?|deductions|activity|assessed|tax|period|code|subtotal|"
    r"usage|meter|tariff|we|we'll|we've|you|you'll|i|it|she|he|they|this is|here's|hello|if|pay and display|ticket|admission|notes|handed in|submitted|completed|decisions?|discussion|actions?|ticket|advertiser|engineer|items?|goods|product|when|where|what|how many|hire charges|with compliments|original|reminder|est|established|since|form|consent|application|signed|signature)\b"
)  # fmt: skip
ORGANISATION = re.compile(
    r"\b(?:ltd|limited|plc|llp|inc|corp|company|co|gmbh|ag|ohg|sarl|bv|b\.v|trust|trustees|society|council|board|authority|association|institute|foundation|fund|services?|supplies|supply|hire|electric|gas|telephones?|lifts|books?|ceramics|cleaning|catering|caterers|printing|printers?|builders|roofing|garage|motors|transport|travel|tours|broadband|telecoms?|power|waste|mobile|fibre|laboratory|laboratories|gases|instruments|copiers|wholesale|coaches|cabs|taxis|hotel|inn|assurance|insurers?|underwriters?|housing|homes|bakery|pharmacy|clinic|hospital|theatre|museum|library|nursery|estates|properties|lettings|architects|accountants?|designs?|digital|software|technolog\w+|solutions|logistics|couriers|storage|interiors|furniture|flooring|glazing|timber|tools|plant|landscapes|florists?|laundry|recruitment|enterprises|industries|holdings|international|associates|agency|federation|network|university|verlag|verein|librairie|papeterie|works|protection|security|safety|systems|engineers?|engineering|electrical|electrics|plumbing|heating|surveyors?|inspections?|testing|marine|consult\w*|training|lifting|alarms?|"
    r"school|academy|college|bank|insurance|energy|water|telecom|church|club|guild|office|ministry|bureau|union|partners|partnership|co-operative|solicitors|studio|stores?|shop|yard|"
    r"committee|group|press|media|sons?|daughters?|brothers|bros|and)\b|\s&\s"
)  # fmt: skip
STREET = re.compile(
    r"\b(?:street|road|lane|close|avenue|row|terrace|drive|crescent|square|quay|place|gardens|cottage|house|park|way|court|strasse|weg|rue|quai|laan|plein|unit|floor|depot)(?:\s\d+\w?)?$|\d|^(?:unit|flat|po box|ul\.|rue|quai)\b"
)
TITLE_OF_PERSON = re.compile(
    r"^(?:mr|mrs|ms|miss|dr|prof|rev|sir|lady|mx|herr|frau|mme|m|dhr|mevr|pan|pani)\.?\s"
)
COMMITTEE = re.compile(
    r"(?P<name>(?:[A-Z][\w'&-]+ )*(?:(?:and|of|the|for|&) )?(?:[A-Z][\w'&-]+ (?:(?:and|of|the|for|&) )?)*(?:Committee|Board|Council|Group|Trustees|Governors|Panel|Team|Forum|Assembly|Meeting|Association|Club|Subcommittee|Sub-committee|Party)"
    r"(?: of [A-Z][\w'-]+(?: [A-Z][\w'-]+)*)?)"
)  # fmt: skip


POST = re.compile(r"\b[A-Z]{1,2}\d[A-Z\d]? ?\d[A-Z]{2}\b|\b\d{5}\b|\b\d{4} [A-Z]{2}\b|\b\d\d-\d{3}\b")


BUYER_NAME = re.compile(r"^(?:To|For|FAO|Attn\.?|Deliver to|Supplier)\s?:?\s+")


#: a person and their trade, as “G. Marsh, Plumbers”
_TRADE = re.compile(
    r"(?:[A-Z]\.\s?){1,3}[A-Z][\w'’-]+, (?:[A-Z][a-z]+ )?(?!Treasurer|Director|Manager|Officer)[A-Z][a-z]+(?:s|ing|er|or|ist|ian|ant|mason|smith|wright)"
    r"(?=\.?$|[,;(]|\s[·•|–-]\s)"
)


def short(text: str) -> str:
    """Return a line without what follows a name there: an address, a telephone."""
    if trade := _TRADE.match(text.strip()):
        return trade[0]
    # the comma of several partners is one of their name
    text = re.split(
        r"\s?[·•|]\s?|\s[–-]\s|[,;(]\s?(?=\S*\d)|,\s(?![A-Z][\w'’.-]* (?:&|and) [A-Z])|\s{2,}|\s/\s", text
    )[0]
    return text.strip(' .,:;·•*-–|“”"')


def is_name(text: str, most: int = 9) -> bool:
    words = text.split()
    if not 1 <= len(words) <= most or len(text) < 3 or len(text) > 70:
        return False
    letters = sum(c.isalpha() for c in text)
    if (
        letters < 0.7 * len(text.replace(" ", ""))
        or sum(c.isdigit() for c in text) > 2
        or "@" in text
        or ": " in text
        or text.endswith(("?", "!"))
        or text.startswith("To ")
        or "www" in text.lower()
    ):
        return False
    if re.match(r"\d+[a-z]?,?\s", text):
        return False  # a number of a house
    if not (text[0].isupper() or text.isupper() or text[0].isdigit() or not text[0].isascii()):
        return False
    return not NOT_A_NAME.search(plain(text)) and not sums(text) and not spots(text)


LONGEST_SMALL = 3  #: letters of a word in a name that has no capital


def in_capitals(name: str) -> bool:
    """Whether the words of a name have capitals, all but short ones: “Dunmere station” is a place that somebody came from."""
    return not any(word.islower() and len(word) > LONGEST_SMALL for word in name.split())


def is_label(text: str) -> bool:
    told = plain(text)
    if any(words.fullmatch(told.strip(" :.")) for words in (BUYER, SELLER, NAME_OF_PERSON)) or told.endswith(
        ":"
    ):
        return True
    return any(
        (known := label(table, text, most=2)) is not None and len(known.phrase) >= len(told) - 3
        for table in ("dates", "numbers", "sums")
    )


HOLDS_OFFICE = re.compile(
    r"\b(?:manager|director|treasurer|secretary|head|officer|chair\w*|clerk|administrator|department|accounts|accounts payable|bookkeeper|trustee|principal|the)\b"
)


def could_be_person(text: str) -> bool:
    told = plain(text)
    if HOLDS_OFFICE.search(told) or TITLE_OF_PERSON.match(told):
        return True
    words = text.split()
    return (
        2 <= len(words) <= 4
        and all(word[0].isupper() for word in words)
        and not ORGANISATION.search(told)
        and not any(c.isdigit() for c in text)
    )
