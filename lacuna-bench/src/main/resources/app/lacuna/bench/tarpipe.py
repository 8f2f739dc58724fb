"""Packs a folder by tarfile through zlib, in one thread: tarpipe.py FOLDER TARGET"""
import os
import sys
import tarfile
import zlib


class Deflating:
    """What is written comes out compressed, at the level that zlib itself proposes."""

    def __init__(self, out):
        self.out = out
        self.deflater = zlib.compressobj()

    def write(self, data):
        self.out.write(self.deflater.compress(data))

    def close(self):
        self.out.write(self.deflater.flush())


folder, target = sys.argv[1:]
with open(target, "wb") as out:
    pipe = Deflating(out)
    with tarfile.open(fileobj=pipe, mode="w|", format=tarfile.PAX_FORMAT) as archive:
        archive.add(folder, arcname=os.path.basename(folder))
    pipe.close()
