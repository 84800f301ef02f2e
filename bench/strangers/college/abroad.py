"""Invoices from abroad, in the words of their countries."""

from __future__ import annotations

import random
from datetime import timedelta

from bench.strangers.press import comma, in_words, sheet, spaced

from .invoices import TO, Made, of, rows
from .world import DUTCH, FRENCH, GERMAN, POLISH, an_account


def german(rng: random.Random) -> Made:
    a = an_account(rng, rng.choice(GERMAN), rate=19)
    return of("german", a, sheet(
        f"""<p class=r><b style='font-size:14pt'>{a.firm.name}</b><br>{a.firm.street}<br>{a.firm.town}</p><p style='font-size:7pt'>{a.firm.name} · {a.firm.street} · {a.firm.town}</p><p>{TO}<br>Großbritannien</p>
        <table style='margin-left:100mm'><tr><td>Rechnungs-Nr.<td>{a.number}<tr><td>Kunden-Nr.<td>{rng.randrange(10000, 99999)}<tr><td>Datum<td>{a.when:%d.%m.%Y}<tr><td>Lieferdatum<td>{a.when - timedelta(days=2):%d.%m.%Y}</table>
        <h3>Rechnung</h3><p>Wir lieferten Ihnen und berechnen wie folgt:</p><table width=100%><tr><th>Artikel<th>Menge<th class=r>Einzelpreis €<th class=r>Gesamt €{rows(a, comma)}
        <tr><td colspan=3>Nettosumme<td class=r>{comma(a.net)}<tr><td colspan=3>zzgl. 19 % MwSt.<td class=r>{comma(a.tax)}<tr><td colspan=3><b>Bruttosumme</b><td class=r><b>{comma(a.total)}</b></table>
        <p>Bitte überweisen Sie den Betrag bis zum {in_words(a.due, "de")} ohne Abzug.</p><p>Mit freundlichen Grüßen</p>""", face="Roboto"), currency="EUR", language="de")  # fmt: skip


def french(rng: random.Random) -> Made:
    a = an_account(rng, rng.choice(FRENCH), rate=20)
    return of("french", a, sheet(
        f"""<table width=100%><tr><td><b>{a.firm.name}</b><br>{a.firm.street}<br>{a.firm.town}<br>SIRET 000 123 456 00017<td>{TO}<br>Royaume-Uni</table>
        <h2 style='margin-top:10mm'>Facture n° {a.number} du {in_words(a.when, "fr")}</h2><p>Votre commande du {a.when - timedelta(days=9):%d/%m/%Y}</p>
        <table width=100% border=1><tr><th>Libellé<th>Qté<th>P.U. HT<th>Total HT{rows(a, spaced)}</table><table style='margin-left:100mm'><tr><td>Total HT<td class=r>{spaced(a.net)} €<tr><td>TVA 20 %<td class=r>{spaced(a.tax)} €
        <tr><td><b>Total TTC</b><td class=r><b>{spaced(a.total)} €</b></table><p>Règlement par virement au plus tard le {a.due:%d/%m/%Y}</p>""", face="Serif"), currency="EUR", language="fr")  # fmt: skip


def dutch(rng: random.Random) -> Made:
    a = an_account(rng, rng.choice(DUTCH), rate=21)
    return of("dutch", a, sheet(
        f"""<h1>factuur</h1><table width=100%><tr><td>{TO}<td><b>{a.firm.name}</b><br>{a.firm.street}<br>{a.firm.town}<br>KvK 00012345</table>
        <p style='margin:8mm 0'>Datum: {in_words(a.when, "nl")}<br>Nummer: {a.number}<br>Betalen voor: {in_words(a.due, "nl")}</p><table width=100%>{rows(a, comma)}</table><hr>
        <table style='margin-left:100mm'><tr><td>Subtotaal<td class=r>€ {comma(a.net)}<tr><td>21% btw<td class=r>€ {comma(a.tax)}<tr><td><b>Te voldoen</b><td class=r><b>€ {comma(a.total)}</b></table>""",
        face="Roboto"), currency="EUR", language="nl")  # fmt: skip


def polish(rng: random.Random) -> Made:
    a = an_account(rng, rng.choice(POLISH), rate=23)
    return of("polish", a, sheet(
        f"""<p class=r>{a.firm.town.split()[1]}, {a.when:%d.%m.%Y}</p><h2 style='text-align:center'>Faktura nr {a.number}</h2><table width=100%><tr><td><b>Sprzedawca</b><br>{a.firm.name}<br>{a.firm.street}<br>{a.firm.town}<br>NIP 000-45-67-890<td><b>Nabywca</b><br>{TO}</table>
        <p>Data sprzedaży: {a.when - timedelta(days=1):%d.%m.%Y} &nbsp; Forma płatności: przelew &nbsp; Termin płatności: {a.due:%d.%m.%Y}</p><table width=100% border=1><tr><th>Nazwa<th>Ilość<th>Cena netto<th>Wartość netto{rows(a, spaced)}</table>
        <table style='margin-left:90mm'><tr><td>Razem netto<td class=r>{spaced(a.net)}<tr><td>VAT 23%<td class=r>{spaced(a.tax)}<tr><td>Razem brutto<td class=r>{spaced(a.total)}</table><p><b>Do zapłaty: {spaced(a.total)} zł</b></p>""",
        face="Roboto"), currency="PLN", language="pl")  # fmt: skip


ABROAD = ((german, 4), (french, 4), (dutch, 4), (polish, 4))
