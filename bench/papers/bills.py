"""What stands on a bill, before anybody sets it: goods, sums, numbers, days, and the words of its language."""

from __future__ import annotations

import random
from dataclasses import dataclass
from datetime import date, timedelta
from decimal import Decimal

from .world import GOODS, Firm
from .writing import STYLES, write_date, write_money

CENT = Decimal("0.01")

#: By language: what firms print before the values, one of each chosen for a paper.
LABELS: dict[str, dict[str, tuple[str, ...]]] = {
    "en": {
        "title": ("INVOICE", "Invoice", "Sales invoice", "Tax invoice"), "credit": ("CREDIT NOTE", "Credit note"),
        "reference": ("Invoice no.", "Invoice number", "Invoice No:", "Our reference", "Document no.", "Number"),
        "when": ("Invoice date", "Date", "Date of issue", "Dated", "Tax point", "Issued on"),
        "due": ("Due date", "Payment due", "Please pay by", "Due", "Pay before"),
        "order": ("Your order", "Order no.", "PO number", "Your ref."), "ordered": ("Order date", "Ordered on"),
        "customer": ("Customer no.", "Account", "Client ref."), "delivered": ("Delivery date", "Delivered", "Date of supply"),
        "net": ("Subtotal", "Net", "Total excl. VAT", "Goods"), "tax": ("VAT 20%", "VAT @ 20 %", "20% VAT"),
        "total": ("Total", "Amount due", "TOTAL DUE", "Total incl. VAT", "To pay", "Balance due", "Grand total"),
        "item": ("Description", "Item", "Details"), "each": ("Price", "Rate", "Unit price"), "sum": ("Amount", "Net amount", "Sum"),
        "count": ("Qty", "Quantity", "No."), "to": ("Bill to", "Invoice to", "To", "Customer"),
        "tax_number": ("VAT reg. no. GB 000 0123 45", "VAT no. GB000987612"), "pay": ("Bank: Brae Savings, sort code 00-00-12, account 00012345",),
    },
    "us": {
        "title": ("INVOICE",), "credit": ("CREDIT MEMO",), "reference": ("Invoice #", "Invoice number"), "when": ("Invoice date", "Date"),
        "due": ("Due date", "Payment due"), "order": ("P.O. #",), "ordered": ("Order date",), "customer": ("Customer #",),
        "delivered": ("Ship date",), "net": ("Subtotal",), "tax": ("Sales tax",), "total": ("Total", "Amount due", "Balance due"),
        "item": ("Description",), "each": ("Unit price",), "sum": ("Amount",), "count": ("Qty",), "to": ("Bill to", "Sold to"),
        "tax_number": ("EIN 00-0001234",), "pay": ("Remit to the address above",),
    },
    "de": {
        "title": ("RECHNUNG", "Rechnung"), "credit": ("GUTSCHRIFT", "Gutschrift"), "reference": ("Rechnungsnummer", "Rechnungs-Nr.", "Rechnung Nr.", "Belegnummer"),
        "when": ("Rechnungsdatum", "Datum", "Belegdatum"), "due": ("Fällig am", "Zahlbar bis", "Fälligkeit"),
        "order": ("Ihre Bestellung", "Auftragsnummer"), "ordered": ("Bestelldatum", "Auftragsdatum"), "customer": ("Kundennummer", "Kd.-Nr."),
        "delivered": ("Lieferdatum", "Leistungsdatum"), "net": ("Nettobetrag", "Zwischensumme", "Summe netto"), "tax": ("MwSt. 19 %", "19 % USt."),
        "total": ("Gesamtbetrag", "Rechnungsbetrag", "Zu zahlen", "Endbetrag", "Summe brutto"), "item": ("Bezeichnung", "Artikel"),
        "each": ("Einzelpreis", "E-Preis"), "sum": ("Betrag", "Gesamt"), "count": ("Menge", "Anz."), "to": ("Rechnung an",),
        "tax_number": ("USt-IdNr. DE000123456",), "pay": ("IBAN DE00 0000 0000 0012 3456 78",),
    },
    "fr": {
        "title": ("FACTURE", "Facture"), "credit": ("AVOIR",), "reference": ("Facture n°", "Numéro de facture", "N° de facture", "Référence"),
        "when": ("Date de facture", "Date", "Date d'émission"), "due": ("Échéance", "Date d'échéance", "À régler avant le"),
        "order": ("Votre commande", "Commande n°"), "ordered": ("Date de commande",), "customer": ("Code client", "Client n°"),
        "delivered": ("Date de livraison", "Livré le"), "net": ("Total HT", "Sous-total"), "tax": ("TVA 20 %", "TVA (20 %)"),
        "total": ("Total TTC", "Net à payer", "Montant TTC", "Montant dû"), "item": ("Désignation", "Description"), "each": ("Prix unitaire", "P.U. HT"),
        "sum": ("Montant", "Montant HT"), "count": ("Qté", "Quantité"), "to": ("Facturé à", "Destinataire"),
        "tax_number": ("N° TVA FR00000012345",), "pay": ("IBAN FR00 0000 0000 0000 0012 3456 789",),
    },
    "nl": {
        "title": ("FACTUUR", "Factuur"), "credit": ("CREDITNOTA", "Creditfactuur"), "reference": ("Factuurnummer", "Factuurnr.", "Nummer"),
        "when": ("Factuurdatum", "Datum"), "due": ("Vervaldatum", "Te betalen vóór", "Uiterste betaaldatum"), "order": ("Uw bestelling", "Ordernummer"),
        "ordered": ("Besteldatum",), "customer": ("Klantnummer", "Debiteurnr."), "delivered": ("Leverdatum",), "net": ("Subtotaal", "Totaal excl. btw"),
        "tax": ("Btw 21%", "21% btw"), "total": ("Totaal", "Te betalen", "Totaal incl. btw", "Totaalbedrag"), "item": ("Omschrijving", "Artikel"),
        "each": ("Prijs", "Stukprijs"), "sum": ("Bedrag",), "count": ("Aantal",), "to": ("Factuur aan",), "tax_number": ("Btw-nr. NL000012345B00",),
        "pay": ("IBAN NL00 ZEIL 0000 1234 56",),
    },
    "pl": {
        "title": ("FAKTURA VAT", "Faktura"), "credit": ("FAKTURA KORYGUJĄCA",), "reference": ("Nr faktury", "Faktura nr", "Numer"),
        "when": ("Data wystawienia", "Data faktury", "Wystawiono dnia"), "due": ("Termin płatności", "Termin zapłaty"), "order": ("Zamówienie nr",),
        "ordered": ("Data zamówienia",), "customer": ("Nr klienta",), "delivered": ("Data sprzedaży", "Data dostawy"), "net": ("Razem netto", "Wartość netto"),
        "tax": ("VAT 23%", "Podatek VAT 23%"), "total": ("Do zapłaty", "Razem brutto", "Razem do zapłaty"), "item": ("Nazwa towaru lub usługi", "Opis"),
        "each": ("Cena netto", "Cena jedn."), "sum": ("Wartość",), "count": ("Ilość",), "to": ("Nabywca",), "tax_number": ("NIP 000-012-34-56",),
        "pay": ("Nr konta 00 0000 0000 0000 0000 0012 3456",),
    },
}  # fmt: skip
TAX = {
    "en": Decimal("0.20"),
    "us": Decimal("0.06"),
    "de": Decimal("0.19"),
    "fr": Decimal("0.20"),
    "nl": Decimal("0.21"),
    "pl": Decimal("0.23"),
}
CURRENCY = {"en": "GBP", "us": "USD", "de": "EUR", "fr": "EUR", "nl": "EUR", "pl": "PLN"}
FORMS = {
    "en": ("1,234.56", "1,234.56", "1234.56"),
    "us": ("1,234.56",),
    "de": ("1.234,56",),
    "fr": ("1 234,56",),
    "nl": ("1.234,56",),
    "pl": ("1 234,56",),
}
NUMBERS = (
    "{y}-{n:04}",
    "INV-{n:05}",
    "{n:06}",
    "{a}{n:05}",
    "{y2}/{n:04}",
    "{a}-{y}-{n:03}",
    "SI{n:07}",
    "{n:05}/{y2}",
    "{a}/{n:04}/{m:02}",
)


@dataclass(slots=True)
class Line:
    count: int
    item: str
    each: Decimal

    @property
    def sum(self) -> Decimal:
        return (self.count * self.each).quantize(CENT)


@dataclass(slots=True)
class Bill:
    """A bill of *firm*; its words and ways of writing are one choice for the whole paper."""

    firm: Firm
    random: random.Random
    lines: list[Line]
    when: date
    due: date
    ordered: date
    delivered: date
    reference: str
    order: str
    customer: str
    style: str
    form: str
    sign: str
    words: dict[str, str]
    is_credit: bool = False

    @property
    def language(self) -> str:
        return self.firm.language

    @property
    def currency(self) -> str:
        return CURRENCY[self.language]

    @property
    def net(self) -> Decimal:
        return sum((line.sum for line in self.lines), Decimal()).quantize(CENT)

    @property
    def tax(self) -> Decimal:
        return (self.net * TAX[self.language]).quantize(CENT)

    @property
    def total(self) -> Decimal:
        return self.net + self.tax

    @property
    def amount(self) -> Decimal:
        """The total as it counts: less than nothing on a credit note."""
        return -self.total if self.is_credit else self.total

    def date(self, day: date) -> str:
        return write_date(day, self.style, self.language)

    def money(self, amount: Decimal) -> str:
        return write_money(amount, self.currency, self.form, self.sign)

    def plain(self, amount: Decimal) -> str:
        return write_money(amount, self.currency, self.form, "none")


def a_day(random: random.Random) -> date:
    return date(2023, 1, 5) + timedelta(days=random.randrange(1000))


def a_number(random: random.Random, day: date) -> str:
    letters = "".join(random.choices("ABCDEFGHKLMNPRSTVW", k=2))
    return random.choice(NUMBERS).format(
        n=random.randrange(11, 9999), y=day.year, y2=f"{day:%y}", m=day.month, a=letters
    )


def a_bill(random: random.Random, firm: Firm, most: int = 5, *, credit: bool = False) -> Bill:
    goods = GOODS[firm.trade]
    lines = [
        Line(random.choice((1, 1, 2, 3, 6)), item, Decimal(str(each)).quantize(CENT))
        for item, each in random.sample(goods, min(len(goods), random.randint(1, most)))
    ]
    when = a_day(random)
    return Bill(
        firm=firm, random=random, lines=lines, when=when, due=when + timedelta(days=random.choice((7, 14, 21, 30))),
        ordered=when - timedelta(days=random.randint(3, 20)), delivered=when - timedelta(days=random.randint(0, 2)),
        reference=a_number(random, when), order=f"PO{random.randrange(100, 999)}", customer=str(random.randrange(10000, 99999)),
        style=random.choice(STYLES[firm.language]), form=random.choice(FORMS[firm.language]),
        sign=random.choice({"en": ("before", "before", "none", "code"), "us": ("before",), "pl": ("after", "code-after")}.get(firm.language, ("after", "none", "code-after"))),
        words={code: random.choice(choices) for code, choices in LABELS[firm.language].items()}, is_credit=credit,
    )  # fmt: skip
