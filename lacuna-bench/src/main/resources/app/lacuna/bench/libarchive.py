"""Packs or extracts with the system's libarchive, one thread, for comparison.

Usage: libarchive.py pack|store|extract FOLDER ARCHIVE TARGET PASSWORD
"""
import ctypes
import ctypes.util
import os
import sys

job, folder, archive, target, password = sys.argv[1:6]
name = ctypes.util.find_library("archive")
if name is None:
    sys.exit("libarchive is not installed")
lib = ctypes.CDLL(name)
for function in ("archive_write_new", "archive_read_new", "archive_entry_new"):
    getattr(lib, function).restype = ctypes.c_void_p
lib.archive_entry_pathname.restype = ctypes.c_char_p
lib.archive_error_string.restype = ctypes.c_char_p
lib.archive_read_data.restype = ctypes.c_ssize_t
lib.archive_write_data.restype = ctypes.c_ssize_t
BLOCK = 1 << 18


def check(handle, code):
    if code not in (0, -20):
        sys.exit("libarchive: " + (lib.archive_error_string(handle) or b"?").decode())


def pack():
    out = ctypes.c_void_p(lib.archive_write_new())
    check(out, lib.archive_write_set_format_zip(out))
    options = b"zip:encryption=aes256,zip:compression=%s" % (b"store" if job == "store" else b"deflate")
    if job != "store":
        options += b",zip:compression-level=5"
    check(out, lib.archive_write_set_options(out, options))
    check(out, lib.archive_write_set_passphrase(out, password.encode()))
    check(out, lib.archive_write_open_filename(out, archive.encode()))
    for base, folders, files in os.walk(folder):
        folders.sort()
        for file in sorted(files):
            path = os.path.join(base, file)
            entry = ctypes.c_void_p(lib.archive_entry_new())
            lib.archive_entry_set_pathname(entry, os.path.relpath(path, folder).encode())
            lib.archive_entry_set_size(entry, ctypes.c_int64(os.path.getsize(path)))
            lib.archive_entry_set_filetype(entry, 0o100000)
            lib.archive_entry_set_perm(entry, 0o644)
            check(out, lib.archive_write_header(out, entry))
            with open(path, "rb") as source:
                while data := source.read(BLOCK):
                    lib.archive_write_data(out, data, ctypes.c_size_t(len(data)))
            lib.archive_entry_free(entry)
    check(out, lib.archive_write_close(out))


def extract():
    reader = ctypes.c_void_p(lib.archive_read_new())
    lib.archive_read_support_format_zip_seekable(reader)
    check(reader, lib.archive_read_add_passphrase(reader, password.encode()))
    check(reader, lib.archive_read_open_filename(reader, archive.encode(), ctypes.c_size_t(BLOCK)))
    entry = ctypes.c_void_p()
    buffer = ctypes.create_string_buffer(BLOCK)
    while (code := lib.archive_read_next_header(reader, ctypes.byref(entry))) != 1:
        check(reader, code)
        path = os.path.join(target, lib.archive_entry_pathname(entry).decode())
        if path.endswith("/"):
            os.makedirs(path, exist_ok=True)
            continue
        os.makedirs(os.path.dirname(path), exist_ok=True)
        with open(path, "wb") as out:
            while (count := lib.archive_read_data(reader, buffer, ctypes.c_size_t(BLOCK))) > 0:
                out.write(memoryview(buffer)[:count])
        if count < 0:
            check(reader, count)


extract() if job == "extract" else pack()
