"""Reads a ZIP archive with Python's zipfile and prints name, size and SHA-256 of every file.

Usage: python_read.py ARCHIVE, the password on standard input.
"""
import hashlib
import sys
import zipfile

password = sys.stdin.readline().rstrip("\n").encode()
with zipfile.ZipFile(sys.argv[1]) as archive:
    for info in archive.infolist():
        if info.is_dir() or info.external_attr >> 28 == 0xA:  # a folder, a symbolic link
            continue
        data = archive.read(info, pwd=password)
        print(info.filename, len(data), hashlib.sha256(data).hexdigest(), sep="\t")
