"""Reads and writes TAR archives with Python's tarfile.

read ARCHIVE          a line for each entry: path, type, mode, uid, gid, uname, gname, mtime, size, target,
                      SHA-256 of the contents, and the attributes that its extended header has
extract ARCHIVE DIR   takes everything out
write ARCHIVE MODE FORMAT DIR   packs a folder (MODE: w, w:gz, w:bz2, w:xz; FORMAT: pax, gnu, ustar)
"""
import hashlib
import sys
import tarfile

job, archive = sys.argv[1:3]
if job == "read":
    with tarfile.open(archive, "r:*") as tar:
        for info in tar:
            data = tar.extractfile(info).read() if info.isfile() else b""
            attributes = ",".join(
                k[len("SCHILY.xattr."):] + "=" + v
                for k, v in sorted(info.pax_headers.items()) if k.startswith("SCHILY.xattr."))
            print(info.name, info.type.decode(), oct(info.mode), info.uid, info.gid, info.uname,
                  info.gname, repr(info.mtime), info.size, info.linkname,
                  hashlib.sha256(data).hexdigest(), attributes, sep="\t")
elif job == "extract":
    with tarfile.open(archive, "r:*") as tar:
        tar.extractall(sys.argv[3])
else:
    mode, form, folder = sys.argv[3:6]
    formats = {"pax": tarfile.PAX_FORMAT, "gnu": tarfile.GNU_FORMAT, "ustar": tarfile.USTAR_FORMAT}
    with tarfile.open(archive, mode, format=formats[form]) as tar:
        tar.add(folder, arcname="tree")
