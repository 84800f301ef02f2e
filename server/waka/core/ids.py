"""The numbers of things, each a type of its own: that of a folder is never taken for that of a document."""

from typing import NewType

PersonId = NewType("PersonId", int)
TeamId = NewType("TeamId", int)
DocumentId = NewType("DocumentId", int)
FolderId = NewType("FolderId", int)  #: below zero within a list: a folder that it is still to make
ListId = NewType("ListId", int)  #: of a change list
PartyId = NewType("PartyId", int)
PointId = NewType("PointId", int)  #: of an arrival point
TagId = NewType("TagId", int)

NO_FOLDER = FolderId(0)  #: where a number must stand and there is no folder, or none that is made yet
NO_DOCUMENT = DocumentId(0)
NO_TAG = TagId(0)
