"""What sort of paper it is. A *sort* is finer than a kind: a quotation and a delivery note are both of the kind “other”."""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from statistics import median

from .context import Paper
from .letters import plain
from .page import Cell, Line
from .sums import is_a_sum

KIND_OF: Mapping[str, str] = {
    "invoice": "invoice", "credit": "invoice", "receipt": "bill", "bill": "bill", "quote": "other", "proforma": "other", "delivery": "other",
    "order": "other", "statement": "other", "remittance": "other", "payslip": "other", "list": "other", "letter": "letter", "reminder": "letter", "minutes": "minutes",
    "coursework": "coursework", "certificate": "certificate", "report": "report", "form": "form", "photo": "photo",
}  # fmt: skip

#: Words that name a sort where they stand as a title, and how much they say there.
_TITLES: tuple[tuple[str, str, float], ...] = (
    ("invoice", r"(?:sales |tax |vat )?invoice|fee note|note of (?:fees|charges)|(?:statement|memorandum|account) (?:of|for) (?:fees|services|charges|work)|honorarnote|note d'honoraires|declaratie|rachunek|rechnung|facture|factuur|faktura(?: vat)?|nota", 6),
    ("credit", r"credit (?:note|memo|invoice)|credit(?=$| n(?:o|r|umber)\b)|gutschrift|rechnungskorrektur|avoir|note de credit|credit ?nota|creditfactuur|faktura korygujaca|korekta", 9),
    ("receipt", r"(?:official |sales |cash |payment |your |till |fare )?receipt|pay and display|parking ticket|ticket|payment confirmation|confirmation of payment|proof of purchase|quittung|kassenbon|kassabon|recu|paragon|cash sale", 6),
    ("bill", r"(?:your )?(?:electricity|gas|water|heating|energy|telephone|phone|broadband|internet|mobile)(?: and \w+)? (?:bill|statement|account|charges)|(?:your )?(?:\w+ )?bill|electricity|gas|water charges|rates? demand|demand note|council tax|non-domestic rates|subscription(?: renewal| notice)?|renewal notice|membership renewal|your (?:\w+ )?(?:membership|subscription) is due", 6),
    ("quote", r"quot(?:e|ation)|estimate|angebot|kostenvoranschlag|devis|offerte|oferta", 8),
    ("proforma", r"pro[- ]?forma(?: invoice)?|proformarechnung", 10),
    ("delivery", r"(?:delivery|despatch|dispatch|collection|consignment) (?:note|docket|advice|ticket)|proof of delivery|docket|packing (?:list|slip)|goods (?:received|in) note|lieferschein|bon de livraison|pakbon|dowod dostawy", 9),
    ("order", r"(?:purchase )?order(?: form| confirmation)?|confirmation of order|auftragsbestatigung|bestellung|bon de commande|orderbevestiging|zamowienie", 7),
    ("statement", r"(?:account |bank |monthly )?statement(?: of (?:your )?account)?(?! of)|kontoauszug|releve(?: de compte)?|rekeningoverzicht|rekeningafschrift", 8),
    ("remittance", r"remittance(?: advice)?|payment advice|credit advice|advice of (?:payment|credit)|zahlungsavis|bacs (?:advice|remittance)|transfer advice|advice", 8),
    ("payslip", r"pay ?slip|pay advice|wage slip|salary slip|gehaltsabrechnung|bulletin de paie|loonstrook", 9),
    ("list", r"price list|cast list|contact list|inventory|rota|programme|schedule of dates|seating plan", 4),
    ("reminder", r"(?:payment |final |second |first )?reminder|overdue (?:account|invoice|payment)|final (?:demand|notice)|last notice|demand for payment|mahnung|zahlungserinnerung|rappel|herinnering|aanmaning|wezwanie", 8),
    ("letter", r"memo(?:randum)?|circular letter", 6),
    ("minutes", r"(?:draft )?minutes(?: of .*)?|agenda|notice of (?:a |the )?(?:.* )?meeting|.*\b(?:annual|extraordinary|special) general meeting|(?:notes|record) of (?:the )?meeting|protokoll|proces-verbal|compte rendu|notulen|protokol|.*\bminutes(?: of meeting)?", 9),
    ("coursework", r"(?:science|book|lab|laboratory) report by .*|(?:an )?essay (?:by|on|about) .*|case (?:log|study)\b.*|(?:\w+ )?worksheet\b.*|homework\b.*|coursework\b.*|(?:exercise|assignment|work ?sheet|practice sheet|log ?sheet|passage plan)\b.*|(?:assessment|assignment|coursework) (?:cover|submission|front) sheet|(?:essay|lab report|book review|learning (?:log|journal)|portfolio)$", 8),
    ("certificate", r"certificate\b.*|.* certificate|policy schedule|(?:insurance |policy )?schedule|certificate of .*|(?:premises |public )?licen[cs]e|diploma|award|permit|cover note|insurance policy|(?:statement|evidence|proof|confirmation) of (?:insurance|cover)|(?:\w+ )?safety record|test record|zertifikat|certificat|certificaat|certyfikat|accreditation", 8),
    ("report", r".*\breport\b.*|risk assessment\b.*|.*\bsurvey|.*\binspection|assessment of risks?|bericht|rapport|raport|method statement|review of .*", 7),
    ("form", r"(?!name|pupil|student|learner|class|date).*\bform\b.*|application for .*|consent\b.*|declaration\b.*|questionnaire|claim for .*|expenses claim|registration", 7),
)  # fmt: skip
_BESIDE = re.compile(r"\b(?:page \d+(?: of \d+)?|copy|original|duplicate|number|no|nr|date|ref)\b")
_NUMBERS = re.compile(r"\S*\d\S*")
#: a word that says more of what follows it; after one of these, what follows is another paper
_ONE_MORE = re.compile(
    r"(?!(?:for|re|per|see|to|from|of|on|in|by|with|and|previous|original|against|last|next|their|no|not|this|that|every|each|any) )\S+ "
)
_TITLE = tuple(
    (sort, re.compile(rf"(?:the |your |our )?(?:{words})\b"), weight) for sort, words, weight in _TITLES
)

#: Words anywhere on the paper, and how much each says once.
_BODY: tuple[tuple[str, str, float], ...] = (
    ("invoice", r"\binvoice (?:no|number|date|nr|#)|\brechnungs(?:nummer|datum|betrag|-nr)|\bn° (?:de )?facture|date de facture|\bfactuur(?:nummer|datum|nr)|(?:nr|data) faktury|faktura nr|invoice:|payment terms|terms: ?\d+ days|bill to\b|invoice to\b", 1.6),
    ("invoice", r"this is (?:my|our|an) invoice|for (?:work|services)|i would be glad (?:of|to have)|please make (?:cheques|payment)|\bcheque\b|pence only|account rendered|bank details|sort code|within \d+ days|payment (?:due|within)", 0.7),
    ("invoice", r"^(?:tax |sales |vat )?(?:invoice|rechnung|facture|factuur|faktura) (?:n[o°r]?\.? ?|# ?)?[a-z]{0,4}[/-]?\d[\w/-]*", 1.2),
    ("credit", r"^credited\b|^credit (?:no|number|to)\b|credit(?:ed)? (?:note|to your account)|gutschrift|we have credited", 1.5),
    ("receipt", r"\breceipt\b|ticket type|date of travel|day return|fee paid|pay and display|pump \d|\blit(?:re|er)s?\b|covers \d|\bfolio\b|total (?:of|for) (?:the |your )?stay|\broom \d+\b|receipt (?:no|number|from|ref)\b|amount paid|date paid|\bchange\b(?: due)?|\bcash\b|card(?:holder)?\b.*\*{2,}|\*{4} ?\d{4}|thank you for (?:shopping|your (?:custom|purchase|payment))|received with thanks|payment received|paid (?:by|with|on)|visa|mastercard|contactless|auth(?:orisation)? code|please keep this receipt|total (?:paid|charged)|this is your receipt|payment has (?:gone through|arrived|been)|items?:? \d+|vat receipt|till\b|served by|cashier", 1.3),
    ("bill", r"meter reading|\bkwh\b|standing charge|tariff|direct debit|billing period|bill (?:no|number|date|period|\d)|billing date|your latest bill|balance at last bill|charges this (?:month|quarter|period)|now due|cubic metres|line rental|broadband|your (?:next|last|previous) bill|supply address|rateable value|annual subscription|membership (?:no|number|fee)|amount of your last bill|your plan|subscription due|due for renewal|renewal (?:number|fee|reference)|membership (?:fee|runs out|ends|expires)|please renew|subscription (?:ran out|expires|renewal)|subscription|(?:fresh|waste) ?water|sewerage|(?:bank )?giro credit|what you (?:owe|owed|paid)|you owe|amount to pay|your (?:bill|usage)|council tax|payment slip|electricite|abonnement|consommation|stromrechnung|zahlerstand|verbrauch|meterstand|verbruik|zuzycie|abonament|electricity used", 1.6),
    ("quote", r"quot(?:e|ation) (?:no|number|date|ref)|valid (?:for|until)|we are pleased to quote|this (?:quote|quotation|estimate|offer)|^quot(?:e|ation) (?:no\.? ?|number )?\S*\d|(?:our|this) price|holds until|not an? (?:tax )?invoice|angebot", 1.2),
    ("proforma", r"pro[- ]?forma", 3.0),
    ("delivery", r"delivery note|received in good (?:order|condition)|goods received|signature of receiver|signed for|no\. of (?:packages|parcels)|driver|delivered by|docket", 1.5),
    ("order", r"please (?:supply|deliver)|order confirmation|we confirm your order|deliver to\b|purchase order (?:no|number)|authorised by|please quote (?:this|our) order", 1.5),
    ("statement", r"statement (?:date|of account|no)|opening balance|closing balance|balance (?:brought|carried) forward|paid in|paid out|\bdebit\b.*\bcredit\b|30 days.*60 days|overdue.*current", 2.0),
    ("remittance", r"remittance|we have (?:today )?paid|paid (?:in)?to your account|has been credited to your account|bacs|payment (?:to|of) the following", 1.6),
    ("payslip", r"\bnet pay\b|gross pay|national insurance|tax code|\bpaye\b|employee (?:no|number|name)|ni number|pay period", 2.2),
    ("letter", r"\bdear\b|^(?:hello|hi|good (?:morning|afternoon|day))(?: [a-z]+){0,2},?$|sehr geehrte|madame, monsieur|geachte|szanown[ai]|\bchere?\b", 3.0),
    ("letter", r"yours (?:sincerely|faithfully|truly|ever)|kind regards|best wishes|best regards|with (?:kind|best)|^(?:sincerely|best|regards|all the best),?$|^(?:thanks|cheers|thank you),$|mit freundlichen|cordialement|met vriendelijke|z powazaniem|veuillez agreer|\byours\b$|many thanks,?$", 2.5),
    ("reminder", r"remind(?:er)?|overdue|has not (?:yet )?(?:been paid|reached)|we have not (?:yet )?(?:received|seen)|outstanding for", 1.3),
    ("minutes", r"\bapologies\b|matters arising|any other business|\baob\b|in attendance|minutes of the (?:last|previous)|date of (?:the )?next meeting|next meeting|the chair\b|^present\b|\bpresent:|quorum|resolved|action:|were agreed|\bagreed\b|\bnoted\b|\bdeferred\b|\bto act\b|next meet\b|\bdecisions?\b|members (?:being )?present|minutes taken by|\bdiscussion\b.*\baction\b|the minutes\b|minutes of\b|the chair\b|sat on", 1.8),
    ("coursework", r"^(?:name|pupil|student|learner|trainee)\b:? ?[\s\S]{0,60}?\b(?:class|date|form|year)\b|marked by|\bmark:|\bmarks?\b.{0,6}/ ?\d+|homework|teacher'?s? comment|worksheet|learner|pupil|student|trainee|what i (?:did|found|learned|learnt|wanted)|\bhypothesis\b|\bapparatus\b|\bi learn(?:ed|t)\b|my teacher|in your own words|\bessay\b|word count|\btutor\b|case log|bibliography|handed in|\bby [A-Z]", 1.2),
    ("certificate", r"took part in|(?:has )?attended\b|participated in|presented to|in recognition of|(?:is to|hereby|record) certif(?:y|ies)|safe to use|certif(?:y|ied) that|valid until|expir(?:y|es)|sum insured|the insured|policy (?:no|number|holder)|period of insurance|is licensed|has (?:successfully )?(?:completed|passed)|examiner|awarded to|certificate (?:no|number)|premises licence|limit of indemnity", 1.5),
    ("report", r"findings|recommendations?|hazards?|likelihood|severity|risk rating|control measures|prepared (?:by|for)|summary|conclusions?|assessed by|surveyor|inspected|who might be harmed|existing controls|executive summary|report (?:no|date|by)", 1.3),
    ("form", r"date of birth|next of kin|i (?:hereby )?(?:give|consent|declare|confirm|agree|have read)|please (?:tick|complete|print|return this form)|full name|signature of|block capitals|applicant|emergency contact|office use only|claimant|tick (?:one|as)", 1.5),
)  # fmt: skip
_WORDS = tuple((sort, re.compile(words, re.MULTILINE), weight) for sort, words, weight in _BODY)
_PRICED_TOO = ("quote", "proforma", "order", "delivery", "credit", "receipt", "bill", "statement")
_MOST_OF_A_SORT = 5.0  #: that the words of its text can say


@dataclass(frozen=True, slots=True)
class Sorted:
    sort: str
    score: float
    why: str
    title: Cell | None = None


def sorted_paper(paper: Paper, adds_up: bool) -> list[Sorted]:
    """Return the sorts that *paper* may be of, the likeliest first; [] where it has no words.

    *adds_up*: whether a net sum and a tax on it make a total, as on bills.
    """
    if not paper.lines:
        return []
    scores: dict[str, float] = defaultdict(float)
    titles: dict[str, tuple[float, Cell]] = {}
    for cell, weight in _title_cells(paper):
        text = plain(cell.text).strip(" .:-*#=_")
        for sort, words, says in _TITLE:
            match = words.match(text)
            if match is None:
                # a word may stand before it, as in “delivery invoice” or “fee invoice 12”
                match = words.match(text, text.find(" ") + 1) if _ONE_MORE.match(text) else None
                if match is None or re.search(
                    "[a-z]", _NUMBERS.sub("", _BESIDE.sub("", text[match.end() :]))
                ):
                    continue
            rest = _BESIDE.sub("", text[match.end() :]).strip(" :.-#n°o")
            full = (
                1.0
                if not rest
                else 0.75
                if not re.search(r"[a-z]{3,}", _NUMBERS.sub("", rest))
                else 0.4
                if len(rest.split()) < 4
                else 0.1
            )
            told = says * weight * full
            if told > titles.get(sort, (0.0, cell))[0]:
                titles[sort] = (told, cell)
    for sort, (told, _) in titles.items():
        scores[sort] += told
    body = plain("\n".join(line.text for line in paper.lines[:400]))
    said: dict[str, float] = defaultdict(float)
    for sort, words, says in _WORDS:
        hits = {match[0] for match in words.finditer(body)}
        said[sort] += says * min(4, len(hits))
    for sort, told in said.items():
        scores[sort] += min(_MOST_OF_A_SORT, told)
    if adds_up and not any(titles.get(other, (0.0,))[0] > 0.8 for other in _PRICED_TOO):
        scores["invoice"] += 1.6
    shaped = list(_by_shape(paper, body, max((told for told, _ in titles.values()), default=0.0), adds_up))
    for sort, told in shaped:
        scores[sort] += told
    if scores["invoice"] > 3 and scores["credit"] > 3:
        scores["credit"] += 2.0 * (titles.get("credit", (0.0, None))[0] > 3)
    return sorted((Sorted(sort, score, "title" if sort in titles else "words", titles[sort][1] if sort in titles else None)
                   for sort, score in scores.items() if score > 0), key=lambda one: -one.score)  # fmt: skip


_PAY = re.compile(
    r"\bcheque\b|\bfee note\b|\bsettlement (?:by|within|of)\b|\bno vat\b|pounds and|account no|pence only|please pay|bank transfer"
)
_CONTACT = re.compile(r"@|\bwww\.|\btel\b|\bphone\b|\baccount of\b")
#: a number in a line of its own: one of an invoice that a sentence speaks of is that of another paper
_OWN_NUMBER = re.compile(
    r"^(?:our|my) (?:invoice|account|bill|fee note)(?: (?:no|number|ref)\.?)?:? ?\S*\d\S*$", re.MULTILINE
)
_ASKS = re.compile(
    r"\b(?:ask (?:you )?for|let (?:us|me) have|(?:please|kindly) (?:pay|remit|send)|(?:i|we) charge|(?:my|our) (?:charge|fee) (?:for|of|is))\b[^.]{0,100}?(?:[£€$]\s?\d|\b\d[\d,]*\.\d\d\b)"
)
SUMS_OF_A_BILL = 3
HEAD = 600  #: characters of a paper at whose head an address stands
_GREETING = re.compile(r"^dear\b", re.MULTILINE)
_WRITER = re.compile(r"(?:by )?[A-ZÀ-Ž][\w'’-]+(?: [A-ZÀ-Ž][\w'’-]*){1,3}\b")


def _by_shape(paper: Paper, body: str, entitled: float, adds_up: bool) -> Iterator[tuple[str, float]]:
    """Yield what the shape of its text says: running text under a name is an essay; under a greeting, a letter."""
    first = paper.first_page
    prose = sum(len(cell.words) for line in first for cell in line.cells if len(cell.words) > 8)
    words = sum(len(cell.words) for line in first for cell in line.cells)
    top = [cell.text for line in first[:4] for cell in line.cells if len(cell.words) <= 8]
    if (
        _PAY.search(body)
        and _GREETING.search(body)
        and any(is_a_sum(cell.text) for line in first for cell in line.cells)
    ):
        yield "invoice", 4.5  # a bill as a letter, its sum in a line of its own
    elif _GREETING.search(body) and _OWN_NUMBER.search(body) and _ASKS.search(body):
        yield "invoice", 5.5  # the same, its sum in a sentence
    if any(_gives_its_number(paper, line, cell) for line in first for cell in line.cells):
        yield "invoice", 2.5
    if _CONTACT.search(body[:HEAD]):
        return  # who writes an essay gives no address
    if sum(is_a_sum(cell.text) for line in first for cell in line.cells) >= SUMS_OF_A_BILL:
        return  # nor what it costs
    if entitled < 2.0 and words > 35 and prose > 0.6 * words and any(_WRITER.match(text) for text in top):
        yield "coursework", 2.6
    elif entitled < 2.0 and words > 120 and prose > 0.8 * words and not adds_up:
        yield "coursework", 1.4


def _gives_its_number(paper: Paper, line: Line, cell: Cell) -> bool:
    """Whether “invoice” stands alone over a number: a fact of this very paper, which a shop may call an order beside it."""
    if plain(cell.text).strip(" :") not in _INVOICES:
        return False
    below = paper.below(line, cell)
    if below is None or any(is_a_sum(other.text) for other in below[0].cells):
        return False  # or it is the head of a table of several
    return len(below[2].words) == 1 and any(map(str.isdigit, below[2].text))


_INVOICES = frozenset({"invoice", "tax invoice", "vat invoice", "invoice no", "invoice number"})


def _title_cells(paper: Paper) -> list[tuple[Cell, float]]:
    """Return the cells that may be a title, and how much each looks like one, from 0 to 1."""
    first = paper.first_page
    usual = median([word.height for line in first for cell in line.cells for word in cell.words] or [10.0])
    found = []
    for at, line in enumerate(first):
        for cell in line.cells:
            if len(cell.words) > 9:
                continue
            place = paper.place(cell)
            large = cell.height / max(1.0, usual)
            weight = (
                0.35
                + 0.45 * min(1.0, max(0.0, large - 1.0) / 0.5)
                + 0.2 * (cell.text.isupper() and len(cell.text) > 4)
            )
            weight -= (
                0.3 * (len(line.cells) > 2 and large < 1.2)
                + 0.3 * (place > 0.5)
                + 0.15 * (not _is_apart(line, cell))
                + 0.01 * min(at, 15)
            )
            found.append((cell, min(1.0, max(0.05, weight))))
    return found


def _is_apart(line: Line, cell: Cell) -> bool:
    return len(line.cells) == 1 or cell.height > 1.2 * min(other.height for other in line.cells)
