"""What holds in a folder by its own charter and those above it, and what a charter objects to."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waka.core.ids import FolderId, PersonId
from waka.core.rules.charter import PARTS, Charter, Coming, Kinds, holding, objections

LABELS = {"invoice": "Invoice", "letter": "Letter"}
HERE, ABOVE, TOP = FolderId(3), FolderId(2), FolderId(1)
WAY = [HERE, ABOVE, TOP]

charters = st.builds(
    Charter, folder=st.sampled_from(WAY), purpose=st.none() | st.text(min_size=1),
    keeper=st.none() | st.integers(1, 9).map(PersonId), statement=st.none() | st.text(min_size=1),
    kinds=st.none() | st.just(Kinds(codes=("invoice",), others="warn")),
    deepest=st.none() | st.integers(1, 9), fullest=st.none() | st.integers(1, 9),
    destination=st.none() | st.just("{when yyyy}"),
)  # fmt: skip


@given(st.lists(charters, unique_by=lambda one: one.folder))
def test_of_every_part_the_nearest_that_declares_it_holds(declared: list[Charter]) -> None:
    found = holding(WAY, declared)
    by_folder = {one.folder: one for one in declared}
    for part in PARTS:
        saying = [folder for folder in WAY if getattr(by_folder.get(folder), part, None) is not None]
        assert getattr(found.by, part) == (saying[0] if saying else None)
        expected = getattr(by_folder[saying[0]], part) if saying else None
        assert getattr(found.charter, part) == expected
    own = by_folder.get(HERE)
    assert found.charter.destination == (own.destination if own else None), "it leads on from its own folder"


@pytest.mark.parametrize(
    ("charter", "coming", "codes"),
    [
        (Charter(folder=HERE), Coming(kind="letter", documents=1), []),
        (Charter(folder=HERE, kinds=Kinds(codes=("invoice",))), Coming(kind="invoice", documents=1), []),
        (Charter(folder=HERE, kinds=Kinds(codes=("invoice",))), Coming(kind="letter", documents=1), ["other_kind"]),
        (Charter(folder=HERE, kinds=Kinds(codes=("invoice",), others="refuse")), Coming(documents=1),
         ["kind_refused"]),
        (Charter(folder=HERE, kinds=Kinds(codes=("invoice",), others="desk")), Coming(kind="letter", documents=1),
         ["kind_for_desk"]),
        (Charter(folder=HERE, kinds=Kinds(codes=("invoice",), others="refuse")), Coming(depth=1), []),
        (Charter(folder=HERE, deepest=2), Coming(depth=2), []),
        (Charter(folder=HERE, deepest=2), Coming(depth=3), ["deeper_than_advised"]),
        (Charter(folder=HERE, fullest=2), Coming(documents=2), []),
        (Charter(folder=HERE, fullest=2), Coming(documents=3), ["fuller_than_advised"]),
    ],
    ids=str,
)  # fmt: skip
def test_what_a_charter_says_of_what_comes(charter: Charter, coming: Coming, codes: list[str]) -> None:
    assert [one.code for one in objections(holding(WAY, [charter]), coming, LABELS, "Finance")] == codes
