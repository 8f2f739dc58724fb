// One archive, from its parts to the bytes of a file. Nothing leaves here before the authentication
// code, or the checksum of what is not protected, has been found right.

const HIDES_NAMES = 0x4e4c;
const READ_WHOLE_TO_BE_CERTAIN = 1_000_000;
const ASKED = 4;
const ASKED_BEFORE_CALLED_WRONG = 50;
const MOST_IN_A_BROWSER = 2_000_000_000;
const HARMLESS = 1_000_000_000;
const MOST_DEFLATE_CAN = 1032;
const UNIX_TYPE = 0xf000;
const UNIX_LINK = 0xa000;

/** Several are told by the parts in what they say; one is the usual thing. */
function readerOver(blobs) {
  const readers = blobs.map((blob) => new zip.BlobReader(blob));
  const source = readers.length === 1 ? readers[0] : new zip.SplitDataReader(readers);
  return new zip.ZipReader(source, {
    strictness: "balanced",
    filenameValidation: "tolerant",
    checkLocalDirectory: true,
    checkLocalFilename: true,
    checkSignature: true,
    checkOverlappingEntry: true,
    useWebWorkers: false,
  });
}

class Archive {
  constructor(blobs) {
    this.size = blobs.reduce((sum, blob) => sum + blob.size, 0);
    this.blobs = blobs;
    this.certain = false;
  }

  static async open(files) {
    const parts = await inOrder(files);
    const archive = new Archive(parts.map((part) => part.blob));
    archive.entries = await archive.directoryOf(archive.blobs);
    return archive;
  }

  async directoryOf(blobs) {
    const entries = await readerOver(blobs).getEntries();
    const bytes = entries.reduce((sum, entry) => sum + entry.uncompressedSize, 0);
    if (bytes > HARMLESS && bytes / Math.max(1, this.size) > MOST_DEFLATE_CAN) {
      throw new Trouble("claims-too-much");
    }
    return entries;
  }

  get needsPassword() {
    return this.entries.some(isLocked);
  }

  get hidesNames() {
    return this.entries.length === 1 && Boolean(this.entries[0].extraField?.has(HIDES_NAMES));
  }

  /**
   * Finds out whether a password is the right one, and looks into an archive that hides its names.
   *
   * @param {string} typed
   */
  async unlock(typed, progress, signal) {
    const encoder = new TextEncoder();
    const spellings = new Set([typed.normalize("NFC"), typed, typed.normalize("NFD")]);
    const passwords = [...spellings].map((spelling) => encoder.encode(spelling));
    this.password = undefined;
    const asked = this.entries
      .filter(isLocked)
      .sort((one, other) => one.compressedSize - other.compressedSize);
    for (const password of passwords) {
      if (await this.opensWith(password, asked, signal)) {
        this.password = password;
        break;
      }
    }
    if (!this.password) {
      throw new Trouble("wrong-password");
    }
    if (this.hidesNames) {
      await this.lookInside(progress, signal);
    }
  }

  async opensWith(password, asked, signal) {
    const smallest = asked[0];
    if (smallest.compressedSize <= READ_WHOLE_TO_BE_CERTAIN) {
      try {
        await this.decrypt(smallest, password, () => {}, signal);
        this.certain = true;
        return true;
      } catch (error) {
        if (troubleOf(error).kind === "cancelled") {
          throw error;
        }
        // damaged, or of another password, or the wrong one: others are asked
      }
    }
    let asking = 0;
    for (const entry of asked.slice(0, ASKED_BEFORE_CALLED_WRONG)) {
      const right = await this.passes(entry, password);
      if (right && (entry !== smallest || asked.length === 1)) {
        return true;
      }
      if (++asking === ASKED && asked.length <= ASKED) {
        break;
      }
    }
    return false;
  }

  /** Two bytes tell, and let one wrong password in 65,536 pass. */
  async passes(entry, password) {
    try {
      await entry.getData(new WritableStream(), { rawPassword: password, checkPasswordOnly: true });
      return true;
    } catch (error) {
      const { kind } = troubleOf(error);
      if (kind === "unsupported" || kind === "file-gone") {
        throw error;
      }
      return false;
    }
  }

  async lookInside(progress, signal) {
    const blob = await this.decrypt(this.entries[0], this.password, progress, signal).catch(
      (error) => {
        const trouble = troubleOf(error);
        throw trouble.kind === "damaged" ? new Trouble("wrong-or-damaged") : trouble;
      },
    );
    this.certain = true;
    this.entries = await this.directoryOf([blob]);
  }

  /** What the list shows, in the order of the paths; of folders only those with nothing in them. */
  listing() {
    const locked = this.needsPassword; // asked once: it looks at every entry
    const listed = this.entries.map((entry, index) => ({
      index,
      path: entry.filename,
      size: entry.uncompressedSize,
      modified: entry.lastModDate,
      directory: entry.directory,
      link: (modeOf(entry) & UNIX_TYPE) === UNIX_LINK,
      unprotected: locked && !entry.encrypted && !entry.directory,
    }));
    const folders = new Set();
    for (const { path, directory } of listed) {
      const steps = (directory ? path.replace(/\/$/, "") : path).split("/");
      for (let depth = 1; depth < steps.length; depth++) {
        folders.add(`${steps.slice(0, depth).join("/")}/`);
      }
    }
    const { compare } = new Intl.Collator(undefined, { numeric: true });
    return listed
      .filter(({ path, directory }) => !directory || !folders.has(path))
      .map((entry) => ({ ...entry, folder: folderOf(entry.path) }))
      .sort(
        (one, other) => compare(one.folder, other.folder) || compare(one.path, other.path),
      );
  }

  /** Everything there is, folders too. */
  get all() {
    return this.entries.map((_, index) => index);
  }

  /**
   * The bytes of one entry, when they are certain to be what was packed.
   *
   * @param {zip.Crc32=} crc is given all of them too
   */
  async read(index, progress, signal, crc) {
    const entry = this.entries[index];
    try {
      const read = await this.decrypt(entry, this.password, progress, signal, crc);
      this.certain ||= entry.encrypted;
      return read;
    } catch (error) {
      const trouble = troubleOf(error);
      if (trouble.kind === "wrong-password") {
        throw new Trouble("other-password");
      }
      const doubt = trouble.kind === "damaged" && entry.encrypted && !this.certain;
      throw doubt ? new Trouble("wrong-or-damaged") : trouble;
    }
  }

  async decrypt(entry, password, progress, signal, crc) {
    if (entry.uncompressedSize > MOST_IN_A_BROWSER) {
      throw new Trouble("too-large");
    }
    if (entry.directory) {
      return new Blob([]);
    }
    const pieces = [];
    const sink = new WritableStream({
      write(chunk) {
        crc?.append(chunk);
        pieces.push(new Blob([chunk])); // the browser keeps it, on disk if it must
        progress(chunk.length);
      },
    });
    await entry.getData(sink, { rawPassword: entry.encrypted ? password : undefined, signal });
    return new Blob(pieces);
  }

  /**
   * The chosen entries as an archive that everybody can open.
   *
   * @param {number[]=} indexes all of them if none are given
   */
  async bundle(indexes, progress, signal) {
    const open = new OpenZip();
    for (const index of indexes || this.all) {
      const crc = new zip.Crc32();
      const blob = await this.read(index, progress, signal, crc);
      const entry = this.entries[index];
      open.add(
        {
          path: entry.filename,
          directory: entry.directory,
          mode: modeOf(entry) || (entry.directory ? 0o40755 : 0o100644),
          modified: entry.lastModDate,
        },
        blob,
        crc.get() >>> 0,
      );
    }
    return open.toBlob();
  }
}

function folderOf(path) {
  return path.slice(0, path.replace(/\/$/, "").lastIndexOf("/") + 1);
}

function isLocked(entry) {
  return entry.encrypted && !entry.directory;
}

function modeOf(entry) {
  return entry.unixMode || (entry.externalFileAttributes >>> 16) & 0xffff;
}
