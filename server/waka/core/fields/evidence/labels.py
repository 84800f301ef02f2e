"""What stands before a value says what it is: the words for it in five languages, and what they mean.

A label's *meaning* is one word of Waka's own, such as ``due`` or ``order_date``. What is found is the phrase that ends
nearest to the value, so that in “Total due on 3 March” the date is a due date and in “Amount due: £12” the sum a total.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from .dates import DAY_OF_WEEK
from .letters import plain

#: Of dates. “own” is the day of the paper itself, “done” that of what it tells of, which is the paper's where it has no other.
DATES: Mapping[str, str] = {
    "own": """drawn up on|drawn up|made out on|invoiced on|invoiced|bill run date|posted on|notes of meeting|meeting notes|reported|reported on|date reported|made on|inv date|invoice dated|bill dated|billing date|billed on|date of this letter|date of this invoice|date of this notice|date of this statement|date of this certificate|
        date of this report|date raised|date signed|date awarded|award date|date of award|date granted|granted on|submission date|date of submission|hand-in date|written on|prepared on|date prepared|
        date of issuance|issuance date|purchase date|purchased on|date purchased|sales date|date of sale|a meeting on|meeting on|meeting will be held on|meeting is on|will meet on|meets on|
        meeting takes place on|convened for|advice date|date of advice|approved|approved on|adopted|adopted on|doc date|ticket date|sale date|docket date|invoice date|date of invoice|bill date|date of bill|date of this bill|issue date|date of issue|date issued|issued|issued on|
        dated|tax point|tax date|document date|statement date|date of statement|date of report|report date|letter date|receipt date|
        date of receipt|date of purchase|transaction date|date paid|paid on|payment date|date of payment|quote date|quotation date|
        date of quotation|credit date|credit note date|date of credit note|date of certificate|certificate date|date of policy|despatch note date|
        delivery note date|date of order confirmation|order confirmation date|meeting of|held on|held on the|sat on|sat on the|met on|met on the|gathered on|assembled on|date of meeting|meeting held on|to be held on|will be held on|to be held|takes place on|will take place on|held|minutes of|meeting of the|
        minutes of meeting|assessed|raised|raised on|date of assessment|assessment date|date of this assessment|assessed on|reviewed on|completed on|date completed|handed in|handed in on|
        submitted|submitted on|date submitted|date handed in|awarded on|awarded|given on|given this|signed on|made on|on this|this|date of notice|notice date|
        rechnungsdatum|belegdatum|ausstellungsdatum|ausgestellt am|datum der rechnung|rechnung vom|vom|datum des schreibens|gutschriftsdatum|
        date de facture|date de la facture|date d'emission|date d'etablissement|emise le|emis le|fait le|facture du|date du document|le|
        factuurdatum|datum factuur|factuur datum|notadatum|creditdatum|d d|
        data wystawienia|data faktury|wystawiono|wystawiono dnia|data wystawienia faktury|z dnia|data dokumentu|dnia""",
    "done": "checked on|date checked|date of travel|date of calibration|calibrated on|calibration date|tested on|date tested|test date|date of test|date of testing|date of inspection|inspection date|inspected on|examined on|date of examination|examination date|date of service|serviced on|date of survey|surveyed on",
    "date": "of|issue|date|date:|datum|data|on|date and time|day|date/time",
    "due": """latest payment date|payment date by|preleve le|sera preleve le|te betalen op|uiterlijk te betalen op|uiterlijk te betalen|te betalen uiterlijk op|afgeschreven op|take this on|will take on|will collect on|collect this on|take it on|collect it on|settlement by|settlement due|please settle by|please settle before|settle before|deadline for payment|pay no later than|due for settlement|will be debited on|debited on|debit date|
        taken by direct debit on|from your account on|will be deducted on|will be charged on|next payment|next payment date|payment required|must reach us by|zahlbar bis zum|zahlbar am|fallig zum|fallig bis|spatestens am|netto bis|
        payable avant le|date limite|a regler le|reglement le|echeance le|te voldoen voor|uiterlijk op|te betalen uiterlijk|betaal voor|te voldoen uiterlijk|betalen uiterlijk|zaplata do|platnosc do|platne do dnia|zaplacic do dnia|termin ptatnosci|termin zaptaty|
        leaves your bank account on|on or just after|just after|latest payment|latest payment on|last day for payment|payable|payable on|leaves your account on|will leave your account on|taken from your account on|falls due|fell due|falls due on|when this falls due|due for payment|due for payment on|payment falls due|due|due on|due by|due date|date due|payment due|payment due date|payment due by|payable by|pay by|please pay by|to be paid by|pay before|
        please pay before|payment by|payment before|payment required by|must be paid by|settle by|no later than|not later than|will be collected on|
        taken on|collected on|direct debit on|will be taken on|on or after|on or about|by|before|last date for payment|to reach us by|return by|reply by|
        fallig am|fallig|falligkeit|falligkeitsdatum|zahlbar bis|zahlbar ohne abzug bis|ohne abzug bis|zahlung bis|bis zum|bis spatestens|zu zahlen bis|zahlungsziel|
        echeance|date d'echeance|a regler avant le|a payer avant le|avant le|date limite de paiement|payable le|reglement avant le|au plus tard le|
        vervaldatum|te betalen voor|uiterste betaaldatum|betalen voor|uiterlijk|voor|betaaldatum|
        termin platnosci|termin zaplaty|platne do|do dnia|zaplacic do""",
    "order_date": """order date|date of order|ordered|ordered on|date ordered|your order of|order of|purchase order date|p o date|po date|of your order|
        bestelldatum|auftragsdatum|bestellt am|bestellung vom|auftrag vom|ihre bestellung vom|date de commande|commande du|commandé le|besteldatum|
        orderdatum|uw bestelling van|data zamowienia|zamowienie z dnia""",
    "delivery": """sample taken|date taken|taken on|sampled|sampled on|sample date|sample received|collected on|date collected|service date|date of work|work carried out|visit date|date of visit|arrival|arrival date|departure|departure date|check in|check out|date of hire|sent|sent on|delivery date|date of delivery|delivered|delivered on|date of supply|supply date|shipped|ship date|shipping date|dispatched|
        despatched|despatch date|dispatch date|collected|returned|hired from|hire from|hire period|date required|required by|lieferdatum|leistungsdatum|geliefert am|
        liefertermin|versanddatum|lieferung vom|leistungszeitraum|date de livraison|livre le|livraison du|date d'expedition|leverdatum|geleverd op|verzenddatum|
        leveringsdatum|data sprzedazy|data dostawy|data wydania|data dokonania dostawy""",
    "printed": """printed|printed on|print date|date printed|generated|generated on|created|run date|scanned|scanned on|received|received on|
        date received|stamped|copied|downloaded|accessed|last updated|updated|gedruckt am|druckdatum|eingegangen|eingang|imprime le|recu le|
        gedrukt op|ontvangen|wydrukowano|wplynelo|data wydruku""",
    "period": """from|to|until|period|for the period|period from|billing period|bill period|period covered|charges from|charges to|readings|reading|reading on|
        meter reading|previous reading|present reading|last reading|next reading|next reading about|between|and|week ending|week commencing|month of|term|
        season|zeitraum|abrechnungszeitraum|vom bis|periode|du|au|van|tot|tot en met|okres|od""",
    "expiry": """next inspection due before|inspection due before|next test due before|test due before|next service due before|next check due before|to be checked again before|to be checked again by|check again by|check again before|to be tested again by|next check|next check due|runs out on|runs out|next inspection due by|inspection due by|next test due by|next service due by|next inspection by|retest by|review due by|renewal due by|due for inspection by|due for renewal on|renewal due on|next inspection due on|next test due on|runs until|runs to|in force until|cover until|cover to|cover expires|insurance ends|policy ends|policy expires|certificate expires|expires at midnight on|retest by|retest due|re-test due|next service|
        next service due|service due|recalibration due|next calibration|next calibration due|next due|renew on|renew before|renews on|next test|next examination|date of next inspection|date of next test|re-inspection due|reinspection due|inspection due|test due|expires|expires on|expiry|expiry date|date of expiry|expiration date|valid until|valid to|valid till|valid thru|valid through|
        cover ends|ends|end date|ends on|period of insurance to|to midnight on|renewal date|renewal|renewal due|renew by|due for renewal|next inspection|
        next inspection due|next test due|next examination due|next review|review date|date of next review|review by|review due|good until|not valid after|lasts until|
        until and including|gultig bis|lauft ab|ablaufdatum|valable jusqu'au|expire le|date d'expiration|geldig tot|wazne do|data waznosci""",
    "begins": """begins|cover begins|cover starts|cover commences|insurance begins|insurance starts|policy begins|policy starts|in force from|start date|starts|commences|commencing|commencement|from noon on|valid from|effective|effective from|effective date|inception|
        gultig ab|gultig vom|valable a partir du|geldig vanaf|wazne od|date of employment|joined""",
    "birth": "date of birth|born|born on|dob|d o b|birthday|geburtsdatum|geboren|date de naissance|ne le|geboortedatum|data urodzenia",
    "other": """examined|examined on|examination date|attended on|tested|tested on|test date|booked|booked on|proof passed|job done|done on|estimate given|notice given|date of inspection|inspection date|inspected on|visit|visited|date of visit|next meeting|date of next meeting|next|last meeting|last sat on|last met on|last|meeting on|
        balance on|balance at|balance as at|as at|last bill|your last bill|previous bill|payment received|payment received on|received with thanks on|next payment|next bill|next payment due|your letter of|matters arising from|minutes of the last meeting held on|last meeting held on|
        letter of|dated your|our invoice|invoice of|our letter of|your email of|your message of|performance|performance date|event|event date|date of event|
        concert|show|opening|first night|hearing|appointment|incident|date of incident|last payment|your payment of|since|registered|founded|established|est|
        rev|revision|version|form|edition|page|value date|
        zum|termin|am|ihr schreiben vom|votre lettre du|uw brief van""",
}  # fmt: skip

#: Of sums. “total” is what the paper asks for in the end.
SUMS: Mapping[str, str] = {
    "total": """fee paid|fare paid|charge paid|you pay|pay this amount|amount now due|total amount payable|total to be paid|to be paid|total sum|total sum due|invoice amount|invoice value|bill total|total bill|your total|order total|final total|final amount|
        total value|total cost|total price|total fee|total fees|fees due|fee due|inclusive total|total in gbp|payable now|left to pay|remaining balance|balance remaining|total payable now|total due now|total for this month|total this month|
        total this period|total for the period|total for payment|sum total|amount to settle|to settle|we will take|will be taken|sale total|total sale|total incl|total incl tax|total inc tax|total with tax|total including tax|gross amount|gross value|
        gesamtpreis|endpreis|zu uberweisen|zu uberweisender betrag|rechnungsendbetrag|summe inkl mwst|gesamtbetrag inkl mwst|total a regler|a regler|montant a regler|reste a payer|total de la facture|net a regler|prix total|
        nog te betalen|openstaand bedrag|totaal inclusief|totaal incl|eindbedrag|totaal te voldoen|u betaalt|te betalen bedrag|bedrag incl btw|factuurtotaal|kwota brutto|naleznosc|naleznosc ogolem|lacznie|lacznie do zaplaty|suma brutto|do zaptaty|razem do zaptaty|pozostalo do zaplaty|
        open in all|in all|all together|all in all|total open|sum open|total overdue|arrears|total arrears|amount overdue|credited to your account|credited|credited to|total|grand total|invoice total|total invoice|total due|total to pay|total payable|amount due|amount payable|amount to pay|balance due|
        balance to pay|balance payable|balance now|balance now due|to pay|please pay|please pay this amount|you owe|what you owe|now due|total amount|total amount due|total incl vat|
        total including vat|total inc vat|total with vat|total gbp|total paid|total charged|amount paid|amount charged|sum due|sum payable|payment due|
        total now due|total for this bill|total charges|total this bill|total of this bill is|the total of this bill is|comes to|total comes to|net pay|net payable|amount received|total credit|
        credit total|total credited|amount credited|amount of credit|total refund|refund|we will collect|will be collected|total premium|premium|premium due|amount|sum|the sum of|sum of|fee of|charge of|
        account balance|closing balance|balance outstanding|outstanding balance|outstanding|balance carried down|total outstanding|total balance|amount outstanding|balance|owing|gross|gross total|total gross|
        payment amount|amount of payment|total remitted|fee|subscription|total expenses|total claimed|total claim|
        gesamtbetrag|rechnungsbetrag|zu zahlen|zu zahlender betrag|endbetrag|summe brutto|gesamtsumme|gesamt|bruttobetrag|brutto|zahlbetrag|gesamt brutto|
        rechnungssumme|gutschriftsbetrag|summe|endsumme|betrag|total eur|total brutto|
        total ttc|net a payer|montant ttc|montant du|montant total|total a payer|a payer|total general|total ttc eur|net a payer ttc|montant a payer|total de l'avoir|solde|
        totaal|te betalen|totaal incl btw|totaalbedrag|totaal te betalen|te voldoen|totaal inclusief btw|factuurbedrag|eindtotaal|totaal eur|totaal bedrag|
        do zaplaty|razem brutto|razem do zaplaty|kwota do zaplaty|wartosc brutto|razem|ogolem|kwota naleznosci|suma|do zwrotu""",
    "net": """ex vat|excl vat|exc vat|total exc vat|excluding vat|net of vat|net value|net sum|net price|amount before tax|total before tax|price before vat|total net of vat|order value before vat|value before vat|before vat|subtotal|sub total|sub-total|net|net total|total net|net amount|total excl vat|total ex vat|total excluding vat|total before vat|goods|goods total|goods value|total goods|
        before tax|taxable|taxable amount|charges|charges for this period|total exclusive|nett|items|
        nettobetrag|zwischensumme|summe netto|netto|warenwert|gesamt netto|nettosumme|total ht|sous-total|sous total|montant ht|base ht|subtotaal|totaal excl btw|
        totaal exclusief btw|bedrag excl btw|razem netto|wartosc netto|suma netto""",
    "tax": """vat charged|vat payable|total tax|tax amount|tax total|plus vat|add vat|vat|v a t|tax|sales tax|gst|total vat|vat total|vat amount|incl vat|includes vat|including vat|of which vat|vat included|vat at|mwst|ust|umsatzsteuer|zzgl mwst|mehrwertsteuer|
        enthaltene mwst|tva|dont tva|montant tva|total tva|btw|btw bedrag|totaal btw|podatek|podatek vat|kwota vat|suma vat|duty|ipt|insurance premium tax""",
    "paid": """payments we have had|payments we had|payments you made|you have paid|card payment|amount tendered|cash paid|paid in cash|your payment|payments made|received|less paid|less amount paid|what you paid|you paid|cash|change|card|visa|mastercard|debit|tendered|given|cash tendered|change due|paid by card|contactless|deposit|deposit paid|less deposit|already paid|paid|payment received|
        payments received|less payments|payment|paid to date|received with thanks|payments|credits|bar|gegeben|ruckgeld|anzahlung|bereits bezahlt|especes|rendu|carte|acompte|contant|
        wisselgeld|aanbetaling|zaliczka|gotowka|reszta|zaplacono""",
    "old": """balance on your last bill|balance on last bill|owed at your last bill|you owed at your last bill|balance at last bill|balance at your last bill|previous amount|previous bill|previous charges|balance brought forward|brought forward|carried forward|b/f|c/f|previous balance|balance from your last bill|last bill|your last bill|opening balance|
        amount of your last bill|balance from last bill|carry forward|carried over|page total|ubertrag|report|a reporter|transport|z przeniesienia""",
    "part": """price|unit price|rate|each|per|per hour|per day|per month|standing charge|discount|less discount|carriage|delivery|postage|shipping|p&p|hire charge|
        balance b/f|monthly|limit|sum insured|limit of indemnity|excess|cover|value|insured value|budget|in the bank|cash in hand|grant|hours|instalment|saving|you save|
        skonto|rabatt|versand|versandkosten|remise|frais de port|port|korting|verzendkosten|rabat|gross pay|pay to date|tax to date|year to date|national insurance|pension""",
}  # fmt: skip

#: Of numbers. “own” is the number of the paper itself; with what it is of, where it says that.
NUMBERS: Mapping[str, str] = {
    "own": """payment no|payment number|loan no|loan number|renewal number|renewal no|renewal ref|renewal reference|check|check no|check number|check #|chk|chk no|statement|delivery ticket|delivery ticket no|folio|folio no|folio number|inv no|inv nr|inv #|inv number|inv ref|inv|tax invoice|tax invoice no|tax invoice number|sales invoice|sales invoice no|sales invoice number|invoice num|invoice code|bill #|bill id|fee note|fee note no|fee note number|
        note of fees|receipt ref|receipt reference|voucher no|voucher number|credit memo no|credit note ref|credit note reference|doc ref|doc number|document id|policy ref|policy reference|cert number|cert ref|permit no|permit number|permit|
        test certificate no|report id|quote id|quotation ref|quotation reference|quote reference|estimate no|estimate number|estimate ref|estimate|proposal no|offer no|delivery no|delivery number|delivery ref|consignment note|consignment note no|consignment no|
        dispatch no|despatch no|job sheet no|notice no|notice number|notice ref|transaction id|transaction ref|transaction number|payment id|confirmation no|confirmation number|debit note|debit note no|angebotsnummer|angebots-nr|angebot nr|lieferscheinnummer|
        lieferschein nr|lieferschein-nr|lieferschein|quittung nr|zertifikat nr|versicherungsschein-nr|devis n°|devis no|bon de livraison n°|recu n°|police n°|certificat n°|offertenummer|pakbonnummer|bonnummer|bon nr|polisnummer|certificaatnummer|oferta nr|
        numer dokumentu|nr dokumentu|rachunek nr|paragon nr|nr polisy|polisa nr|our no|our number|credit #|credit no|our number|note no|note number|doc no|this letter|letter no|letter number|invoice no|invoice number|invoice nr|invoice #|invoice|invoice ref|invoice reference|invoice id|bill no|bill number|bill ref|bill reference|
        bill|document no|document number|document ref|document reference|document|receipt no|receipt number|receipt #|receipt|receipt id|credit note no|credit note number|credit note|credit memo|credit no|
        certificate no|certificate number|certificate ref|cert no|certificate|policy no|policy number|policy|licence no|licence number|license number|license no|licence|report no|report number|report ref|report reference|report|
        quotation no|quotation number|quote no|quote number|quote ref|quotation|quote|pro forma no|proforma no|pro-forma no|pro forma|delivery note no|delivery note number|delivery note|docket no|docket number|docket|
        despatch note|despatch note no|statement no|statement number|statement ref|sheet no|sheet number|assessment no|assessment number|assessment ref|risk assessment no|ra no|claim no|claim number|
        worksheet|worksheet no|work sheet|exercise|exercise no|log sheet|assignment|homework|homework no|sheet|report no|
        remittance no|remittance number|remittance ref|advice no|advice number|payment ref|payment reference|payment advice|transaction no|transaction|trans|trans no|ticket|ticket no|slip no|sale no|sale|till receipt|txn|demand no|demand number|
        rechnungsnummer|rechnungs-nr|rechnungs nr|rechnung nr|rechnungsnr|rechnung|rechn nr|re-nr|re nr|belegnummer|beleg-nr|beleg nr|gutschrift nr|gutschrift|gutschriftsnummer|dokumentnummer|
        facture n°|facture no|numero de facture|n° de facture|no de facture|n° facture|facture|facture numero|avoir n°|avoir no|avoir|numero|piece n°|
        factuurnummer|factuurnr|factuur nr|factuur|nota nr|notanummer|creditnota|creditnota nr|creditfactuur|creditfactuurnummer|
        nr faktury|faktura nr|faktura vat nr|numer faktury|faktura|faktura vat|faktura korygujaca|faktura korygujaca nr|korekta nr""",
    "ours": """our ref|our reference|our ref no|ref|reference|reference no|reference number|ref no|please quote|quote this reference|quote|case no|case number|file ref|file no|file|
        unser zeichen|unsere zeichen|aktenzeichen|notre reference|nos ref|n/ref|onze referentie|ons kenmerk|kenmerk|nasz znak|znak sprawy|referenz|referentie""",
    "plain": "no|number|nr|#|n°|numer|nummer|no of this document|numero",
    "order": """order id|order #|job #|job ref|work order|work order no|requisition no|contract ref|project no|project ref|booking id|booking reference|reservation no|order no|order number|your order|your order no|p o|po|po no|po number|p o no|p o number|p o #|po #|purchase order|purchase order no|purchase order number|order ref|order|your po|
        job no|job number|booking|booking no|booking ref|contract no|bestellnummer|bestell-nr|ihre bestellung|bestellung|auftragsnummer|auftrag|auftrags-nr|ihre bestellnummer|
        votre commande|commande n°|commande no|commande|bon de commande|uw bestelling|ordernummer|bestelnummer|uw ordernummer|zamowienie nr|zamowienie|nr zamowienia""",
    "account": """cust no|cust ref|cust id|cust|acc no|acc ref|acct no|acct number|account id|account code|a/c ref|a/c code|a/c number|customer code|client id|client code|learner number|learner no|student number|student no|pupil no|
        candidate number|candidate no|user id|subscriber no|subscriber number|property ref|property reference|payroll number|staff number|employee id|account no|account number|account|account ref|a/c|a/c no|customer no|customer number|customer ref|customer id|customer|client ref|client no|client number|member no|membership no|
        membership number|customer #|acct|your account|your account number|kundennummer|kd-nr|kd nr|kunden-nr|kundennr|code client|client n°|no client|n° client|numero client|klantnummer|
        debiteurnr|debiteurnummer|klantnr|nr klienta|numer klienta|employee no|works no|staff no|payroll no|meter no|meter number|meter serial number|supply number|mpan|serial no|serial number""",
    "your": "your ref|your reference|yr ref|ihr zeichen|votre reference|v/ref|uw referentie|uw kenmerk|your refs|wasz znak",
    "foreign": """vat no|vat reg|vat reg no|vat number|vat registration|vat registration no|vat registration number|vat|company no|company number|registered no|registered in|registration no|reg no|reg|
        registered charity|charity no|charity number|registered charity no|company registration|registered number|tel|telephone|phone|fax|mobile|tel no|telefon|sort code|bank|iban|bic|swift|
        ust-idnr|ust-id|steuernummer|steuer-nr|hrb|amtsgericht|siret|siren|rcs|n° tva|tva|kvk|btw-nr|btw nr|btw|nip|regon|krs|ein|tax id|page|room|unit|box|po box|
        ni number|tax code|tax period|nino|model|part no|item no|item|code|qty|quantity|version|form|grade|level|class|mark|marks|act|section|table|terminal|merchant|auth|auth code|till|card|
        previous invoice|original invoice|against invoice|relates to invoice|in respect of invoice|for invoice|our invoice|re invoice|zu rechnung|concerne la facture|betreft factuur|do faktury""",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Label:
    meaning: str
    phrase: str
    distance: int  #: characters between the phrase and the value
    start: int = 0  #: where the phrase begins in the text


_WORDS = re.compile(r"[^\W_]+(?:['&/°#-][^\W_]+)*[#°]?|#|n°", re.UNICODE)


#: a currency or a rate between a label and its sum
_BESIDE = re.compile(
    r"(?<![a-z])[\s(@]*(?:at )?(?:\d{1,2}(?:[.,]\d+)?\s?%|gbp|eur|usd|pln|£|€|\$|zl)\)?[\s:]*$"
)


@lru_cache(maxsize=8)
def _table(name: str) -> dict[tuple[str, ...], str]:
    source = {"dates": DATES, "sums": SUMS, "numbers": NUMBERS}[name]
    table: dict[tuple[str, ...], str] = {}
    for meaning, phrases in source.items():
        for phrase in phrases.split("|"):
            words = tuple(_WORDS.findall(_spaced(plain(" ".join(phrase.split())))))
            if words:
                table.setdefault(words, meaning)
    return table


def _spaced(text: str) -> str:
    """Return words joined by hyphens as words of their own, in as many characters."""
    return text.replace("-", " ")


@lru_cache(maxsize=8)
def _joined(table: str) -> dict[str, tuple[str, str]]:
    """Return what phrases of several words mean whose spaces were lost, as in “InvoiceNo”; short ones may be other words."""
    return {
        "".join(words): (meaning, " ".join(words))
        for words, meaning in _table(table).items()
        if len(words) > 1 and sum(map(len, words)) >= FEWEST_JOINED
    }


FEWEST_JOINED = 8  #: letters


@lru_cache(maxsize=4096)
def _in_compound(table: str, word: str) -> tuple[str, str] | None:
    """Return what a long word says that ends as a label does, as German and Dutch join them (Proformarechnungsnummer)."""
    if len(word) < 10:
        return None
    ends = [
        (words[0], meaning)
        for words, meaning in _table(table).items()
        if len(words) == 1 and len(words[0]) >= 5 and word.endswith(words[0])
    ]
    longest = max(ends, key=lambda one: len(one[0]), default=None)
    return longest and (longest[1], longest[0])


@lru_cache(maxsize=8)
def _vocabulary(table: str) -> frozenset[str]:
    return frozenset(word for phrase in _table(table) for word in phrase)


def in_labels(word: str) -> bool:
    """Whether *word*, in small letters, is one of those that labels are made of."""
    return any(word in _vocabulary(table) for table in ("dates", "numbers", "sums"))


#: letters that a recogniser takes for one another
_ALIKE = ("ceo", "ilt1j", "nhr", "uvy", "gq9", "bh")
FEWEST_ALIKE = 7  #: letters of a word one of which may be mistaken


@lru_cache(maxsize=8192)
def _as_known(table: str, word: str) -> str:
    """Return *word* as the word of labels that it is but for one letter that looks alike, as “certifieate”."""
    known = _vocabulary(table)
    if len(word) < FEWEST_ALIKE or word in known:
        return word
    told = {
        word[:at] + other + word[at + 1 :]
        for at, letter in enumerate(word)
        for alike in _ALIKE
        if letter in alike
        for other in alike
        if other != letter
    }
    meant = told & known
    return meant.pop() if len(meant) == 1 else word


NEAR = 3  #: characters that may stand between one word and the value that it names
LONGEST = 6  #: words of a phrase


@lru_cache(maxsize=8192)
def label(table: str, text: str, most: int = 40) -> Label | None:
    """Return what the end of *text*, which stands before a value, says of it; None where it says nothing known.

    *table*: ``dates``, ``sums`` or ``numbers``. *most*: characters that may stand between the label and the value.
    """
    offset = max(0, len(text) - 120)
    tail = _spaced(_BESIDE.sub("", DAY_OF_WEEK.sub("", plain(text[offset:]))))
    found = [(_as_known(table, match[0]), match.start(), match.end()) for match in _WORDS.finditer(tail)]
    phrases = _table(table)
    for last in range(len(found), 0, -1):
        distance = len(tail) - found[last - 1][2]
        if distance > most:
            return None
        for first in range(max(0, last - LONGEST), last):
            meaning = phrases.get(tuple(word for word, _, _ in found[first:last]))
            if meaning is not None and (distance <= NEAR or last - first > 1):
                return Label(
                    meaning,
                    " ".join(word for word, _, _ in found[first:last]),
                    distance,
                    offset + found[first][1],
                )
        joined = _joined(table).get(found[last - 1][0])
        if joined is not None:
            return Label(*joined, distance, offset + found[last - 1][1])
        compound = _in_compound(table, found[last - 1][0])
        if compound is not None:
            return Label(*compound, distance, offset + found[last - 1][1])
    return None
