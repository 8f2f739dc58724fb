"""Reads a ZIP archive with the system's libarchive and prints name, size and SHA-256 of every file.

Usage: libarchive_read.py ARCHIVE, the password on standard input.
"""
import ctypes
import ctypes.util
import hashlib
import sys

name = ctypes.util.find_library("archive")
if name is None:
    sys.exit("libarchive is not installed")
lib = ctypes.CDLL(name)
lib.archive_read_new.restype = ctypes.c_void_p
lib.archive_entry_pathname_utf8.restype = ctypes.c_char_p
lib.archive_entry_filetype.restype = ctypes.c_uint
lib.archive_error_string.restype = ctypes.c_char_p
lib.archive_read_data.restype = ctypes.c_ssize_t
for function in ("archive_read_support_format_zip", "archive_read_data", "archive_error_string"):
    getattr(lib, function).argtypes = None

archive = ctypes.c_void_p(lib.archive_read_new())


def check(code):
    if code not in (0, -20):  # done, done with a warning
        text = lib.archive_error_string(archive)
        sys.exit("libarchive: " + (text or b"?").decode())


lib.archive_read_support_format_zip_seekable(archive)
password = sys.stdin.readline().rstrip("\n")
if password:
    check(lib.archive_read_add_passphrase(archive, password.encode()))
check(lib.archive_read_open_filename(archive, sys.argv[1].encode(), ctypes.c_size_t(1 << 16)))
entry = ctypes.c_void_p()
buffer = ctypes.create_string_buffer(1 << 16)
while True:
    code = lib.archive_read_next_header(archive, ctypes.byref(entry))
    if code == 1:
        break
    check(code)
    path = lib.archive_entry_pathname_utf8(entry).decode()
    if lib.archive_entry_filetype(entry) != 0o100000:
        continue
    digest = hashlib.sha256()
    size = 0
    while True:
        count = lib.archive_read_data(archive, buffer, ctypes.c_size_t(len(buffer)))
        if count < 0:
            check(count)
        if count == 0:
            break
        digest.update(buffer.raw[:count])
        size += count
    print(path, size, digest.hexdigest(), sep="\t")
