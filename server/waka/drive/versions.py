"""One file in the place of another, and the earlier one kept by its checksum.

The two change places in one call, ``renameat2(RENAME_EXCHANGE)``, so that a file always stands at the
name; where a file system has no such call, the earlier one goes to our corner first. Whatever has to
give way is looked at after the exchange as well: what another program put there meanwhile goes back.
What gave way is kept in ``.waka/versions`` under the SHA-256 of its bytes, once however often it is kept.
"""

from __future__ import annotations

import ctypes
import errno
import os
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from dataclasses import dataclass, replace

from waka.core.changes.acts import KnownFile
from waka.core.changes.settle import Verdict
from waka.core.ids import NO_DOCUMENT
from waka.errors import NameTaken, SourceChanged, WakaError

from .faults import lacks, reach
from .moving import (
    Move,
    as_told,
    assert_unchanged,
    carry_out,
    copy_bytes,
    remove_name,
    rename_no_replace,
)
from .tree import OWN, FileStat, Tree, shown

RENAME_EXCHANGE = 2
STORE = OWN + b"/versions"
_ASIDE = "dropped-"  #: before the checksum of what was taken out of the store
_libc = ctypes.CDLL(None, use_errno=True)
_UNSUPPORTED = (errno.ENOSYS, errno.EINVAL, errno.ENOTSUP)


def stored_path(sha256: bytes) -> bytes:
    """Return where the bytes of that checksum are kept, beneath the drive."""
    told = sha256.hex().encode()
    return STORE + b"/" + told[:2] + b"/" + told


def _is(known: KnownFile, found: FileStat | None) -> bool:
    return found is not None and (found.size, found.inode, found.modified_ns) == (
        known.size, known.inode, known.modified_ns,
    )  # fmt: skip


@dataclass(frozen=True, slots=True, kw_only=True)
class Exchange:
    """What is to take the place of what stands there."""

    comes: Move  #: its target is the place; an inode of 0 is a kept version, which is copied
    stands: KnownFile
    goes_to: tuple[Tree, bytes] | None = None  #: where what stood there goes; None: it is kept by checksum

    @property
    def drive(self) -> Tree:
        return self.comes.target

    @property
    def is_copied(self) -> bool:
        return self.comes.inode == 0 or self._device(self.comes.source) != self._device(self.drive)

    @staticmethod
    def _device(tree: Tree) -> int:
        return tree.root.stat().st_dev

    @property
    def work(self) -> bytes:
        return self.drive.work + b"/" + self.comes.work_name

    @property
    def aside(self) -> bytes:
        return self.work + b".out"

    @property
    def held(self) -> bytes:
        return self.work + b".held"

    @property
    def may_hold(self) -> list[tuple[Tree, bytes]]:
        """Where what stood there can be after the exchange."""
        ready = (self.drive, self.work) if self.is_copied else (self.comes.source, self.comes.source_path)
        return [ready, (self.drive, self.aside), (self.drive, self.held)]


def exchange(x: Exchange) -> FileStat:
    """Put the one in the place of the other; return what is known of what stands there now.

    Where what gave way has a place to go to, ``gave_way`` of the answer tells it there. Raises as
    ``moving.carry_out``; after each error both files are where they were.
    """
    with as_told(x.comes):
        with x.drive.parent(x.comes.target_path) as (folder, name), _ready(x) as (fd, ready):
            found = os.stat(name, dir_fd=folder, follow_symlinks=False)
            if not _is(x.stands, FileStat.of(found)):
                raise SourceChanged(shown(name), x.comes.number)
            if x.goes_to is None:
                x.drive.make_folder(
                    stored_path(x.stands.sha256).rpartition(b"/")[0]
                )  # while nothing has moved
            reach("before_exchange")
            _swap(x, (fd, ready), (folder, name))
            reach("after_exchange")
            for touched in {folder, fd}:
                os.fsync(touched)
        try:
            return _finish(x)
        except (WakaError, OSError):
            _give_back(x)
            raise


@contextmanager
def _ready(x: Exchange) -> Iterator[tuple[int, bytes]]:
    """Yield what is to come, as a name on the drive's own file system."""
    with x.comes.source.parent(x.comes.source_path) as (source, old):
        if not x.is_copied:
            assert_unchanged(x.comes, source, old)
            yield source, old
            return
        if x.comes.inode:
            assert_unchanged(x.comes, source, old)
        with x.drive.parent(x.work, make=True) as (work, half):
            remove_name(half, work)
            try:
                copy_bytes(x.comes, source, old, work, half)
                yield work, half
            except BaseException:
                if not _is(x.stands, x.drive.stat(x.work)):  # the exchange itself never happened
                    remove_name(half, work)
                raise


def _swap(x: Exchange, new: tuple[int, bytes], place: tuple[int, bytes]) -> None:
    code = errno.ENOSYS
    if not lacks("exchange"):
        done = _libc.renameat2(*new, *place, RENAME_EXCHANGE)
        code = 0 if done == 0 else ctypes.get_errno()
    if code in _UNSUPPORTED:
        _swap_by_hand(x, new, place)
        return
    if code:
        raise OSError(code, os.strerror(code))
    if not _is(x.stands, FileStat.of(os.stat(new[1], dir_fd=new[0], follow_symlinks=False))):
        # somebody replaced it between the look and the exchange: give it back
        _libc.renameat2(*new, *place, RENAME_EXCHANGE)
        raise SourceChanged(shown(place[1]), x.comes.number)


def _swap_by_hand(x: Exchange, new: tuple[int, bytes], place: tuple[int, bytes]) -> None:
    with x.drive.parent(x.aside, make=True) as (work, aside):
        rename_no_replace(*place, work, aside, where=shown(x.aside))
        reach("after_aside")
        try:
            if not _is(x.stands, FileStat.of(os.stat(aside, dir_fd=work, follow_symlinks=False))):
                raise SourceChanged(shown(place[1]), x.comes.number)
            rename_no_replace(*new, *place, where=shown(x.comes.target_path))
        except BaseException:
            rename_no_replace(work, aside, *place, where=shown(x.comes.target_path))
            raise


def _finish(x: Exchange) -> FileStat:
    """Bring what gave way to where it belongs, and drop what was copied. May be done again."""
    for tree, path in x.may_hold:
        if _is(x.stands, tree.stat(path)):
            _put_away(x, tree, path)
            break
    reach("after_put_away")
    if x.is_copied and x.comes.inode and x.comes.is_this_at_source():
        with x.comes.source.parent(x.comes.source_path) as (fd, name):
            os.unlink(name, dir_fd=fd)
            os.fsync(fd)
    found = x.drive.stat(x.comes.target_path)
    if found is None:
        raise SourceChanged(shown(x.comes.target_path), x.comes.number)
    if x.goes_to is None:
        return found
    tree, path = x.goes_to
    return replace(found, gave_way=tree.stat(path))


def _put_away(x: Exchange, tree: Tree, path: bytes) -> None:
    if x.goes_to is not None:
        target, target_path = x.goes_to
        carry_out(
            Move(number=x.comes.number, source=tree, source_path=path, target=target, target_path=target_path,
                 size=x.stands.size, inode=x.stands.inode, modified_ns=x.stands.modified_ns,
                 sha256=x.stands.sha256, work_name=x.comes.work_name + b".back")
        )  # fmt: skip
        return
    reach("putting_away")
    kept = stored_path(x.stands.sha256)
    with tree.parent(path) as (source, name), x.drive.parent(kept, make=True) as (store, key):
        if x.drive.stat(kept) is None:
            rename_no_replace(source, name, store, key, where=shown(kept))
        elif x.drive.sha256(kept) == x.stands.sha256:
            os.unlink(name, dir_fd=source)  # the very bytes are kept already
        else:
            os.replace(name, key, src_dir_fd=source, dst_dir_fd=store)  # what is kept is damaged
        for touched in (store, source):
            os.fsync(touched)


def settle_exchange(x: Exchange) -> tuple[Verdict, FileStat | None]:
    """Return what an interrupted exchange comes to, finished or put back; and the file at the place."""
    place = x.comes.target_path
    there = x.drive.stat(place)
    for waits in (x.aside, x.held):
        if there is None and _is(x.stands, x.drive.stat(waits)):
            with x.drive.parent(waits) as (work, kept), x.drive.parent(place) as (folder, name):
                rename_no_replace(work, kept, folder, name, where=shown(place))
                os.fsync(folder)
            there = x.drive.stat(place)
    if _is(x.stands, there):
        if x.is_copied:
            with x.drive.parent(x.work, make=True) as (work, name):
                remove_name(name, work)
        return Verdict.PUT_BACK, None
    if there is None or not _is_what_came(x, there):
        return Verdict.LOST, None
    try:
        return Verdict.DONE, _finish(x)
    except NameTaken:
        _give_back(x)
        return Verdict.PUT_BACK, None


def _give_back(x: Exchange) -> None:
    """Put both back where they were: what gave way could not be brought to where it belongs."""
    there = x.drive.stat(x.comes.target_path)
    if there is None or not _is_what_came(x, there):
        return
    for tree, path in (*x.may_hold, (x.drive, stored_path(x.stands.sha256))):
        if not _is(x.stands, tree.stat(path)):
            continue
        with tree.parent(path) as holder, x.drive.parent(x.comes.target_path) as place:
            if x.is_copied:
                # over the copy: what it was made of is still where it was
                os.replace(holder[1], place[1], src_dir_fd=holder[0], dst_dir_fd=place[0])
            else:
                _give_back_in_turn(x, holder, place)
            for touched in (holder[0], place[0]):
                os.fsync(touched)
        return


def _give_back_in_turn(x: Exchange, holder: tuple[int, bytes], place: tuple[int, bytes]) -> None:
    """Bring the newest back to its source, then the one that gave way back to its place."""
    with (
        x.drive.parent(x.held, make=True) as (work, name),
        x.comes.source.parent(x.comes.source_path) as source,
    ):
        rename_no_replace(*holder, work, name, where=shown(x.held))
        reach("after_held")
        rename_no_replace(*place, *source, where=shown(x.comes.source_path))
        reach("after_given_back")
        rename_no_replace(work, name, *place, where=shown(x.comes.target_path))


def _is_what_came(x: Exchange, there: FileStat) -> bool:
    if there.size != x.comes.size:
        return False
    if not x.is_copied:
        return there.inode == x.comes.inode
    return x.drive.sha256(x.comes.target_path) == x.comes.sha256


def destroy(tree: Tree, path: bytes, known: KnownFile) -> None:
    """Remove the file at *path* for good. Raises ``SourceChanged`` where it is another; none is well, too."""
    found = tree.stat(path)
    if found is None:
        return
    if not _is(known, found):
        raise SourceChanged(shown(path), NO_DOCUMENT)
    with tree.parent(path) as (fd, name):
        os.unlink(name, dir_fd=fd)
        os.fsync(fd)


def drop_aside(drive: Tree, aside: bytes) -> None:
    with drive.parent(aside) as (work, name):
        remove_name(name, work)


def take_out_of_store(drive: Tree, sha256: bytes) -> bytes | None:
    """Take kept bytes aside; return where they are, None where nothing is kept.

    Who asks looks once more whether nobody needs them, then drops them or puts them back.
    """
    kept = stored_path(sha256)
    aside = drive.work + b"/" + (_ASIDE + sha256.hex()).encode()
    with (
        drive.parent(kept, make=True) as (store, key),
        drive.parent(aside, make=True) as (work, name),
        suppress(FileNotFoundError),  # taken aside already, by one who was interrupted then
    ):
        os.rename(key, name, src_dir_fd=store, dst_dir_fd=work)
    return aside if drive.stat(aside) is not None else None


def put_back_in_store(drive: Tree, sha256: bytes, aside: bytes) -> None:
    kept = stored_path(sha256)
    with drive.parent(aside) as (work, name), drive.parent(kept, make=True) as (store, key):
        os.rename(name, key, src_dir_fd=work, dst_dir_fd=store)
        os.fsync(store)


def stored(drive: Tree) -> list[bytes]:
    """Return the checksums of all that is kept."""
    found: list[bytes] = []
    with drive.folder(STORE, make=True) as top:
        shelves = [os.fsencode(name) for name in os.listdir(top)]
    for shelf in shelves:
        with drive.folder(STORE + b"/" + shelf) as fd:
            found += [bytes.fromhex(name) for name in os.listdir(fd) if len(name) == 64]
    return found


def set_aside(drive: Tree) -> list[bytes]:
    """Return the checksums of what was taken out of the store and neither dropped nor put back: by one interrupted."""
    with drive.folder(drive.work, make=True) as work:
        names = [name for name in os.listdir(work) if name.startswith(_ASIDE)]
    return [bytes.fromhex(name.removeprefix(_ASIDE)) for name in names]
