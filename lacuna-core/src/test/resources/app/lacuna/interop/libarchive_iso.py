"""Reads an ISO 9660 image with the system's libarchive; a line for each entry: path, type, size,
modification time, permissions, target of a link, SHA-256 of a file; of one over 1 GiB of its last
MiB, since all of it takes long.

Usage: libarchive_iso.py IMAGE [rockridge|joliet]
"""
import ctypes
import ctypes.util
import hashlib
import sys

lib = ctypes.CDLL(ctypes.util.find_library("archive"))
lib.archive_read_new.restype = ctypes.c_void_p
lib.archive_error_string.restype = ctypes.c_char_p
lib.archive_read_data.restype = ctypes.c_ssize_t
for text in ("archive_entry_pathname_utf8", "archive_entry_symlink_utf8"):
    getattr(lib, text).restype = ctypes.c_char_p
lib.archive_entry_filetype.restype = ctypes.c_uint
lib.archive_entry_perm.restype = ctypes.c_uint
lib.archive_entry_size.restype = ctypes.c_int64
lib.archive_entry_mtime.restype = ctypes.c_int64
lib.archive_entry_hardlink.restype = ctypes.c_char_p

archive = ctypes.c_void_p(lib.archive_read_new())


def check(code):
    if code != 0:
        sys.exit("libarchive: " + (lib.archive_error_string(archive) or b"?").decode())


check(lib.archive_read_support_format_iso9660(archive))
if len(sys.argv) > 2:
    other = {"rockridge": b"iso9660:!joliet", "joliet": b"iso9660:!rockridge"}[sys.argv[2]]
    check(lib.archive_read_set_options(archive, other))
check(lib.archive_read_open_filename(archive, sys.argv[1].encode(), ctypes.c_size_t(1 << 18)))
entry = ctypes.c_void_p()
buffer = ctypes.create_string_buffer(1 << 20)
while True:
    code = lib.archive_read_next_header(archive, ctypes.byref(entry))
    if code == 1:
        break
    check(code)
    if lib.archive_entry_hardlink(entry):
        sys.exit("two names for one file")
    kind = {0o100000: "file", 0o040000: "folder", 0o120000: "link"}[lib.archive_entry_filetype(entry)]
    digest = ""
    if kind == "file":
        hasher = hashlib.sha256()
        skip = lib.archive_entry_size(entry)
        skip = skip - (1 << 20) if skip > 1 << 30 else 0
        while True:
            count = lib.archive_read_data(archive, buffer, ctypes.c_size_t(len(buffer)))
            if count < 0:
                check(count)
            if count == 0:
                break
            hasher.update(memoryview(buffer)[min(skip, count):count])
            skip = max(0, skip - count)
        digest = hasher.hexdigest()
    print(
        lib.archive_entry_pathname_utf8(entry).decode(),
        kind,
        lib.archive_entry_size(entry) if kind == "file" else 0,
        lib.archive_entry_mtime(entry),
        format(lib.archive_entry_perm(entry), "o"),
        (lib.archive_entry_symlink_utf8(entry) or b"").decode(),
        digest,
        sep="\t",
    )
