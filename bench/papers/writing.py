"""How dates and sums are written on papers, by language."""

from __future__ import annotations

from datetime import date
from decimal import Decimal

MONTHS = {
    "en": "January February March April May June July August September October November December".split(),
    "de": "Januar Februar März April Mai Juni Juli August September Oktober November Dezember".split(),
    "fr": "janvier février mars avril mai juin juillet août septembre octobre novembre décembre".split(),
    "nl": "januari februari maart april mei juni juli augustus september oktober november december".split(),
    "pl": "stycznia lutego marca kwietnia maja czerwca lipca sierpnia września października listopada grudnia".split(),
}
MONTHS["us"] = MONTHS["en"]
DAYS = "Monday Tuesday Wednesday Thursday Friday Saturday Sunday".split()
ORDINALS = (
    "first second third fourth fifth sixth seventh eighth ninth tenth eleventh twelfth thirteenth fourteenth fifteenth "
    "sixteenth seventeenth eighteenth nineteenth twentieth twenty-first twenty-second twenty-third twenty-fourth "
    "twenty-fifth twenty-sixth twenty-seventh twenty-eighth twenty-ninth thirtieth thirty-first"
).split()
UNITS = (
    "one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen "
    "eighteen nineteen"
).split()

STYLES = {
    "en": ("long", "ordinal", "short", "slash", "dots", "weekday", "slash2", "hyphen-mon", "ordinal-of"),
    "us": ("us-slash", "us-long"),
    "de": ("dots", "dotted-long", "dots2"),
    "fr": ("slash", "long", "dots"),
    "nl": ("hyphen", "long", "slash"),
    "pl": ("dots", "long", "iso"),
}


def suffix(day: int) -> str:
    return "th" if 10 < day < 14 else {1: "st", 2: "nd", 3: "rd"}.get(day % 10, "th")


def write_date(day: date, style: str, language: str = "en") -> str:
    month = MONTHS[language][day.month - 1]
    match style:
        case "long":
            first = "1er" if language == "fr" and day.day == 1 else str(day.day)
            return f"{first} {month} {day.year}"
        case "ordinal":
            return f"{day.day}{suffix(day.day)} {month} {day.year}"
        case "ordinal-of":
            return f"{day.day}{suffix(day.day)} of {month}, {day.year}"
        case "short":
            return f"{day.day:02} {month[:3]} {day.year}"
        case "slash":
            return f"{day:%d/%m/%Y}"
        case "slash2":
            return f"{day.day}/{day.month}/{day:%y}"
        case "dots":
            return f"{day:%d.%m.%Y}"
        case "dots2":
            return f"{day:%d.%m.%y}"
        case "hyphen":
            return f"{day:%d-%m-%Y}"
        case "hyphen-mon":
            return f"{day.day:02}-{month[:3]}-{day:%y}"
        case "weekday":
            return f"{DAYS[day.weekday()]}, {day.day} {month} {day.year}"
        case "us-slash":
            return f"{day:%m/%d/%Y}"
        case "us-long":
            return f"{month} {day.day}, {day.year}"
        case "dotted-long":
            return f"{day.day}. {month} {day.year}"
        case "words":
            return f"the {ORDINALS[day.day - 1]} day of {month}, two thousand and {year_in_words(day.year - 2000)}"
        case _:
            return day.isoformat()


def year_in_words(year: int) -> str:
    return UNITS[year - 1] if year < 20 else "twenty" + (f"-{UNITS[year - 21]}" if year > 20 else "")


def write_sum(amount: Decimal, form: str = "1,234.56") -> str:
    text = f"{amount:,.2f}"
    match form:
        case "1.234,56":
            return text.translate(str.maketrans(",.", ".,"))
        case "1 234,56":
            return text.replace(",", "\u00a0").replace(".", ",")
        case "1234.56":
            return text.replace(",", "")
        case _:
            return text


SIGNS = {"GBP": "£", "EUR": "€", "USD": "$", "PLN": "zł"}


def write_money(amount: Decimal, currency: str, form: str, sign: str = "before") -> str:
    text = write_sum(amount, form)
    match sign:
        case "before":
            return f"{SIGNS[currency]}{text}"
        case "after":
            return f"{text} {SIGNS[currency]}"
        case "code":
            return f"{currency} {text}"
        case "code-after":
            return f"{text} {currency}"
        case _:
            return text
