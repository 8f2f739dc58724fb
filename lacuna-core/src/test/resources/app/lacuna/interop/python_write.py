"""Writes a ZIP archive with Python's zipfile. Usage: python_write.py ARCHIVE METHOD FOLDER"""
import os
import sys
import zipfile

methods = {
    "stored": zipfile.ZIP_STORED,
    "deflate": zipfile.ZIP_DEFLATED,
    "bzip2": zipfile.ZIP_BZIP2,
    "LZMA": zipfile.ZIP_LZMA,
}
with zipfile.ZipFile(sys.argv[1], "w", methods[sys.argv[2]]) as archive:
    for name in sorted(os.listdir(sys.argv[3])):
        path = os.path.join(sys.argv[3], name)
        if os.path.isfile(path) and not os.path.islink(path):
            archive.write(path, "dig/" + name)
