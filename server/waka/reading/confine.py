"""What a process gives up before it looks at other people's files: account, network, memory, programs, writing.

On Linux a filter of system calls (seccomp(2)) refuses sockets, new programs and files opened for
writing; a process of root becomes the account ``nobody`` and gets a network of its own without any way out.
Where the system offers less, what it offers is taken: limits of memory and core files are everywhere.
"""

from __future__ import annotations

import ctypes
import errno
import os
import platform
import resource
import struct

MEMORY_BYTES = 1 << 30  #: of one reading process
RECOGNISING_BYTES = 3 << 30  #: of one that recognises words, whose libraries claim more than they ever use
_NOBODY = 65534
_CLONE_NEWNET = 0x40000000
_PR_SET_NO_NEW_PRIVS, _PR_SET_SECCOMP, _SECCOMP_MODE_FILTER, _PR_SET_PDEATHSIG = 38, 22, 2, 1
_SIGKILL = 9
# linux/audit.h, and the numbers of asm/unistd.h: architecture, refused calls, calls that open and where their flags are
_KINDS: dict[str, tuple[int, tuple[int, ...], tuple[tuple[int, int], ...]]] = {
    # socket connect bind listen execve ptrace fork vfork execveat process_vm_readv process_vm_writev
    "x86_64": (0xC000003E, (41, 42, 49, 50, 59, 101, 57, 58, 322, 310, 311), ((2, 1), (257, 2))),
    "aarch64": (0xC00000B7, (198, 203, 200, 201, 221, 117, 281, 270, 271), ((56, 2),)),
}
_OPENAT2, _CREAT = 437, 85  #: refused altogether: their flags are out of a filter's sight, or always write
_LOAD, _EQUAL, _ANY_BIT, _RETURN = 0x20, 0x15, 0x45, 0x06
_ALLOW, _REFUSE, _UNKNOWN = 0x7FFF0000, 0x00050000 | errno.EPERM, 0x00050000 | errno.ENOSYS
_CLONE, _CLONE3, _CLONE_THREAD = {"x86_64": 56, "aarch64": 220}, 435, 0x00010000
_WRITING = os.O_WRONLY | os.O_RDWR | os.O_CREAT | os.O_TRUNC


def confine(memory: int = MEMORY_BYTES) -> None:
    """Give up, for good, all that reading does not need. Raises ``OSError`` where the system refuses that."""
    resource.setrlimit(resource.RLIMIT_AS, (memory, memory))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    resource.setrlimit(resource.RLIMIT_NOFILE, (64, 64))
    libc = ctypes.CDLL(None, use_errno=True)
    if os.geteuid() == 0:
        libc.unshare(_CLONE_NEWNET)  # where it is not allowed, the filter below refuses sockets all the same
        os.setgroups([])
        os.setresgid(_NOBODY, _NOBODY, _NOBODY)
        os.setresuid(_NOBODY, _NOBODY, _NOBODY)
    _control(libc, _PR_SET_PDEATHSIG, _SIGKILL)
    _control(libc, _PR_SET_NO_NEW_PRIVS, 1)
    program = _filter(platform.machine())
    if program:
        _control(libc, _PR_SET_SECCOMP, _SECCOMP_MODE_FILTER, _sock_fprog(program))


def _control(libc: ctypes.CDLL, option: int, value: int, more: object = 0) -> None:
    if libc.prctl(option, value, more, 0, 0) != 0:
        number = ctypes.get_errno()
        raise OSError(number, f"prctl {option}: {os.strerror(number)}")


def _filter(machine: str) -> bytes:
    """Return the filter for this kind of machine in classic BPF (linux/filter.h); empty for one that is not known."""
    kind = _KINDS.get(machine)
    if kind is None:
        return b""
    architecture, refused, opening = kind
    refused = (*refused, _OPENAT2, *((_CREAT,) if machine == "x86_64" else ()))
    code = [
        _step(_LOAD, 4),  # seccomp_data.arch
        _step(_EQUAL, architecture, 1, 0),
        _step(_RETURN, _REFUSE),
        _step(_LOAD, 0),  # seccomp_data.nr
    ]
    for number in refused:
        code += [_step(_EQUAL, number, 0, 1), _step(_RETURN, _REFUSE)]
    for number, argument in opening:
        code += [
            _step(_EQUAL, number, 0, 4),
            _step(_LOAD, 16 + 8 * argument),  # the lower half of seccomp_data.args[argument]
            _step(_ANY_BIT, _WRITING, 0, 1),
            _step(_RETURN, _REFUSE),
            _step(_RETURN, _ALLOW),
        ]
    code += [
        # threads may be, processes not; what hides its flags is said not to exist, and the plain call is used
        _step(_EQUAL, _CLONE3, 0, 1),
        _step(_RETURN, _UNKNOWN),
        _step(_EQUAL, _CLONE[machine], 0, 4),
        _step(_LOAD, 16),
        _step(_ANY_BIT, _CLONE_THREAD, 1, 0),
        _step(_RETURN, _REFUSE),
        _step(_RETURN, _ALLOW),
    ]
    return b"".join([*code, _step(_RETURN, _ALLOW)])


def _step(code: int, value: int, if_true: int = 0, if_false: int = 0) -> bytes:
    return struct.pack("=HBBI", code, if_true, if_false, value)


def _sock_fprog(program: bytes) -> ctypes.Array[ctypes.c_char]:
    _kept.append(ctypes.create_string_buffer(program, len(program)))
    return ctypes.create_string_buffer(struct.pack("@HP", len(program) // 8, ctypes.addressof(_kept[-1])), 16)


_kept: list[ctypes.Array[ctypes.c_char]] = []  # the kernel reads it by address
