"""What a sentence says, what it makes of names, and what it never touches."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.names import split_extension
from waka.core.renaming import Context, Sentence, SentenceError, explain
from waka.core.renaming.by_example import contexts_of
from waka.core.renaming.clauses import (
    LETTERS,
    MENDS,
    Add,
    CallAll,
    Clause,
    Drop,
    DropFolder,
    Move,
    Put,
    Replace,
    Tidy,
    Wrap,
    Write,
    WriteAll,
)
from waka.core.renaming.parts import PARTS, Part

FORMS = ("dd.mm.yyyy", "yyyy-mm-dd")
HERE = Context(forms=FORMS, folder="Diesel log", count=7)

SAID = [
    ("drop the leading number", "01 mizzen sail.pdf", "mizzen sail.pdf"),
    ("drop the leading number", "2024 accounts.pdf", "2024 accounts.pdf"),
    (r'replace `^(\d+)x(\d+)$` in the last word by "$2 by $1"', "sail 4x6.pdf", "sail 6 by 4.pdf"),
    (r'replace `\d` in the first word by "n"', "a1b2 c3.d4", "anbn c3.d4"),
    ('replace `pdf|a` in the name by "$7"', "pdf rope a.pdf", " rope .pdf"),
    ("drop the last word", "rope list copy.xlsx", "rope list.xlsx"),
    ('drop "copy"', "copybook copy.xlsx", "copybook.xlsx"),
    ("drop what is in brackets", "plan (old) east.pdf", "plan east.pdf"),
    ("drop the first side", "rope list - Marlow.pdf", "Marlow.pdf"),
    ("drop the folder", "Diesel log March.xlsx", "March.xlsx"),
    ("write the date as yyyy-mm-dd", "minutes 12.03.2025.docx", "minutes 2025-03-12.docx"),
    ("write the date as d mon yyyy", "minutes 02.03.2025.docx", "minutes 2 Mar 2025.docx"),
    ("write the last number as 000", "page 7 of 9.png", "page 7 of 009.png"),
    ('write "inv" as "invoice"', "inventory inv.pdf", "inventory invoice.pdf"),
    ("write all in small letters", "ROPE List.PDF", "rope list.PDF"),
    ("write all with a capital each", "rope list.pdf", "Rope List.pdf"),
    ("write all with one capital", "rope list.pdf", "Rope list.pdf"),
    ("write all in plain letters", "Östra båt.pdf", "Ostra bat.pdf"),
    ('put "-" for each " "', "mizzen sail repair.pdf", "mizzen-sail-repair.pdf"),
    ("tidy the spaces", "rope   list .pdf", "rope list.pdf"),
    ("part words at capitals", "RopeList2.pdf", "Rope List2.pdf"),
    ("put the date in brackets", "minutes 12.03.2025.docx", "minutes (12.03.2025).docx"),
    ("drop the brackets", "log (engine).docx", "log engine.docx"),
    ('move the date first with "_"', "minutes 12.03.2025.docx", "12.03.2025_minutes.docx"),
    ('move the first number last with " "', "4471 hire.pdf", "hire 4471.pdf"),
    ('add "draft " first', "plan.docx", "draft plan.docx"),
    ('add the folder first with " - "', "March.xlsx", "Diesel log - March.xlsx"),
    ('add a counter 00 last with " "', "bow.jpg", "bow 07.jpg"),
    ('add "_mrc" after the date', "12.03.2025_sail.pdf", "12.03.2025_mrc_sail.pdf"),
    ('write the date as yyyy-mm-dd; move the date first with "_"; put "-" for each " "', "mizzen sail 12.03.2025.pdf",
     "2025-03-12_mizzen-sail.pdf"),
    ('add "; x" last', "plan.docx", "plan; x.docx"),
    ('call all "harbour wall"; add a counter 00 last with " "', "IMG_4311.jpg", "harbour wall 07.jpg"),
    ("call all the folder", "IMG_4311.jpg", "Diesel log.jpg"),
    # nothing is met: nothing changes
    ("drop the date", "rope.pdf", "rope.pdf"),
    ("write the date as yyyy", "rope 99.99.2025.pdf", "rope 99.99.2025.pdf"),
    # nothing would be left
    ("drop the first word", "rope.pdf", "rope.pdf"),
    # what begins with a dot has no extension
    ("drop the first word", ".profile copy", "copy"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "name", "expected"), SAID)
def test_a_sentence_does_what_it_says(text: str, name: str, expected: str) -> None:
    sentence = Sentence.read(text)
    assert sentence.text == text
    assert sentence.apply(name, HERE).name == expected


def test_what_a_clause_did_not_meet_and_what_would_be_left_empty_is_told() -> None:
    told = Sentence.read("drop the date; drop the last word").apply("rope list.pdf", HERE)
    assert (told.name, told.unmet, told.empty) == ("rope.pdf", ("drop the date",), False)
    told = Sentence.read("drop the first word").apply("rope.pdf", HERE)
    assert (told.name, told.empty) == ("rope.pdf", True)


FAULTS = [
    ("", 0, "Nothing is said"), (" ; ", 0, "Nothing is said"), ("make it nice", 0, "not understood"),
    ('drop "copy', 5, "quotation mark"), ("drop the date; drop the nose", 15, "not understood"),
    ('add "a/b" first', 4, "cannot stand"), ("write the date as soon", 18, "no way of writing a date"),
    ("write the date as dd/mm", 18, "no way of writing a date"), ("write the last word as 000", 23, "no way of writing it"),
    ('replace `(a+` in the name by "x"', 9, "no regular expression"), ("drop the date; replace `a in the name", 23, "backtick"),
    ('replace `(?=a)` in the name by "x"', 9, "no regular expression"), ('replace `a` in the nose by "x"', 0, "not understood"),
    (r'replace `(a)\1` in the name by "x"', 9, "no regular expression"),
    ("replace `" + "a" * 201 + '` in the name by "x"', 9, "More than 200"),
    ("; ".join(["tidy the spaces"] * 21), 0, "More than 20"),
]  # fmt: skip


@pytest.mark.parametrize(("text", "at", "why"), FAULTS)
def test_what_is_not_understood_is_said_with_its_place(text: str, at: int, why: str) -> None:
    with pytest.raises(SentenceError) as told:
        Sentence.read(text)
    assert (told.value.at, why in told.value.why) == (at, True), (told.value.at, told.value.why)


quoted = st.text(st.characters(exclude_characters='"<>:/\\|?*', exclude_categories=("Cc", "Cs")), min_size=1, max_size=8).map(
    lambda text: f'"{text}"')  # fmt: skip
signs = st.sampled_from([" ", "-", "_", " - ", ", "])
parts = st.one_of(st.sampled_from(PARTS).map(Part), quoted.map(Part))
numbers = st.sampled_from([part for part in PARTS if part.endswith("number")]).map(Part)
clauses: st.SearchStrategy[Clause] = st.one_of(
    st.builds(Replace, st.sampled_from([r"(\d)-(\d)", "[a-c;]+", 'x"y', "^.", "(a+)+$"]), st.one_of(parts, st.just(Part("the name"))),
              st.sampled_from(["", "$1", "$2-$1", "x"])),
    parts.map(Drop), quoted.map(CallAll), parts.map(Wrap), st.just(DropFolder()), st.sampled_from(LETTERS).map(WriteAll), st.sampled_from(MENDS).map(Tidy),
    st.builds(Write, parts, quoted), st.builds(Write, numbers, st.integers(1, 6).map(lambda n: "0" * n)),
    st.builds(Write, st.just(Part("the date")), st.sampled_from(["yyyy-mm-dd", "d mon yyyy", "yyyy-Qq", "dd.mm.yy"])),
    st.builds(Put, signs, signs), st.builds(Move, parts, st.sampled_from(["first", "last"]), signs),
    st.builds(Add, quoted, st.one_of(st.sampled_from(["first", "last"]), parts.map(lambda part: f"after {part.text}"))),
    st.builds(Add, st.sampled_from(["the folder", "a counter 00"]), st.sampled_from(["first", "last"]), signs),
)  # fmt: skip
sentences = st.lists(clauses, min_size=1, max_size=4).map(lambda some: Sentence(tuple(some)))
words = st.lists(st.sampled_from(["rope", "Marlow", "12.03.2025", "04", "2024", "(old)", "-", "v2", "Östra", "_", "É", "x'y"]),
                 min_size=1, max_size=6)  # fmt: skip
names = st.builds(lambda w, sign, end: sign.join(w) + end, words, st.sampled_from([" ", "_", "-"]),
                  st.sampled_from([".pdf", ".tar.gz", ".JPG", ""]))  # fmt: skip


@given(sentences)
def test_the_text_of_a_sentence_is_the_sentence(sentence: Sentence) -> None:
    assert Sentence.read(sentence.text) == sentence
    assert Sentence.read(sentence.text).text == sentence.text


@given(sentences, names)
def test_no_sentence_touches_the_extension_or_leaves_no_name(sentence: Sentence, name: str) -> None:
    extension = split_extension(name)[1]
    told = sentence.apply(name, HERE)
    assert told.name.endswith(extension)
    assert told.name.removesuffix(extension).strip(" .")


@given(sentences, st.lists(names, min_size=1, max_size=5, unique=True))
def test_what_is_found_from_examples_gives_those_examples(sentence: Sentence, olds: list[str]) -> None:
    places = contexts_of(olds, ["Diesel log"] * len(olds))
    examples = {at: sentence.apply(old, places[at]).name for at, old in enumerate(olds[:2])}
    found = explain(olds, examples, places)
    if found.sentence is not None:
        assert {at: found.names[at].renamed.name for at in examples} == examples
        assert [one.in_doubt for at, one in enumerate(found.names) if at in examples] == [False] * len(
            examples
        )
