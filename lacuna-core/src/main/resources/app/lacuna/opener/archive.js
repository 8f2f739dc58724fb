// One archive, from its parts to the bytes of a file. Nothing leaves here before the authentication
// code, or the checksum of what is not protected, has been found right.

const HIDES_NAMES = 0x4e4c;
const LOCAL_HEADER_BYTES = 30;
const READ_WHOLE_TO_BE_CERTAIN = 1_000_000;
const READ_WHOLE_IF_TRADITIONAL = 50_000_000;
const ASKED_BEFORE_CALLED_WRONG = 50;
const READ_AT_ONCE = 16;
const SHARE_ENTRIES = 512;
const SHARE_BYTES = 4_000_000;
const MOST_IN_A_BROWSER = 2_000_000_000;
const HARMLESS = 1_000_000_000;
const MOST_DEFLATE_CAN = 1032;
const UNIX_TYPE = 0xf000;
const UNIX_LINK = 0xa000;
const UNIX_FILE = 0x8000;
const UNIX_FOLDER = 0x4000;
const READ_AND_WRITE = 0o777;

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
    checkOverlappingEntry: false, // once for all entries: requireSeparate
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
    this.whole = blobs.length === 1 ? blobs[0] : undefined;
    this.small = undefined;
    await requireAllListed(blobs[blobs.length - 1], entries);
    if (blobs.length === 1) {
      requireSeparate(entries);
    }
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
    this.small = undefined;
    const asked = this.entries
      .filter(isLocked)
      .sort((one, other) => one.compressedSize - other.compressedSize)
      .slice(0, ASKED_BEFORE_CALLED_WRONG);
    let best = "wrong-password";
    for (const password of passwords) {
      const verdict = await this.verdictOn(password, asked, signal);
      if (verdict === "right") {
        this.password = password;
        break;
      }
      best = moreDoubtful(best, verdict);
    }
    if (!this.password) {
      throw new Trouble(best);
    }
    if (this.hidesNames) {
      await this.lookInside(progress, signal);
    }
  }

  /**
   * A password is right if one entry is read to its authentication code or checksum. The check value
   * before an entry only tells which entries to read: one wrong password in 65,536 passes it, and of
   * traditional encryption one in 256. Every other failure is damage, and says nothing of it.
   *
   * @returns {Promise<"right"|"wrong-password"|"wrong-or-damaged"|"damaged">}
   */
  async verdictOn(password, asked, signal) {
    let wrong = 0;
    let damaged = 0;
    let passed = 0;
    for (const entry of asked) {
      const check = await this.checkValue(entry, password);
      wrong += check === "wrong" ? 1 : 0;
      damaged += check === "damaged" ? 1 : 0;
      if (check !== "passes") {
        continue;
      }
      if (!isReadToBeCertain(entry)) {
        return "right"; // too large to be read now: reading it tells for certain
      }
      try {
        await this.decrypt(entry, password, () => {}, signal);
        this.certain = true;
        return "right";
      } catch (error) {
        if (troubleOf(error).kind === "cancelled") {
          throw error;
        }
        passed += isTraditional(entry) ? 0 : 1;
        wrong += isTraditional(entry) ? 1 : 0;
      }
    }
    if (passed > 0) {
      return "wrong-or-damaged";
    }
    return wrong > 0 || damaged === 0 ? "wrong-password" : "damaged";
  }

  /** @returns {Promise<"passes"|"wrong"|"damaged">} what the bytes before an entry say */
  async checkValue(entry, password) {
    try {
      await entry.getData(new WritableStream(), { rawPassword: password, checkPasswordOnly: true });
      return "passes";
    } catch (error) {
      const { kind } = troubleOf(error);
      if (kind === "unsupported" || kind === "file-gone" || kind === "cancelled") {
        throw error;
      }
      return kind === "wrong-password" ? "wrong" : "damaged";
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

  /** What is saved without being chosen: not what anybody could have put into the archive. */
  get allThatIsProtected() {
    const locked = this.needsPassword;
    return this.all.filter((index) => {
      const entry = this.entries[index];
      return !locked || entry.encrypted || entry.directory;
    });
  }

  /**
   * The chosen entries as an archive that everybody can open. Links that lead out of it, devices and
   * pipes are left out.
   *
   * @param {number[]=} indexes all protected ones if none are given
   * @returns {Promise<{blob: Blob, saved: number, unprotected: number, unsafe: number}>}
   */
  async bundle(indexes, progress, signal) {
    const wanted = indexes || this.allThatIsProtected;
    const open = new OpenZip();
    let unsafe = 0;
    for (let at = 0; at < wanted.length; ) {
      const share = this.shareFrom(wanted, at);
      for (const { index, content, crc } of await this.readAll(share, progress, signal)) {
        const entry = this.entries[index];
        if (!(await isSafeToSave(entry, content))) {
          unsafe++;
          continue;
        }
        open.add(
          {
            path: entry.filename,
            directory: entry.directory,
            mode: harmlessMode(entry),
            modified: entry.lastModDate,
          },
          content,
          crc,
        );
      }
      at += share.length;
    }
    return {
      blob: open.toBlob(),
      saved: wanted.length - unsafe,
      unprotected: indexes ? 0 : this.entries.length - wanted.length,
      unsafe,
    };
  }

  /**
   * @returns {Promise<{index: number, content: Blob|Uint8Array, crc: number}[]>} in the order of
   *     the share
   */
  async readAll(share, progress, signal) {
    const small = await this.readSmall(share);
    const all = [];
    for (let at = 0; at < share.length; at += READ_AT_ONCE) {
      // side by side: each waits for the browser more than it works
      const some = share.slice(at, at + READ_AT_ONCE).map(async (index) => {
        const found = small.get(this.entries[index]);
        if (found) {
          this.certain ||= this.entries[index].encrypted;
          progress(found.bytes.length);
          return { index, content: found.bytes, crc: found.crc };
        }
        const crc = new zip.Crc32();
        const content = await this.read(index, progress, signal, crc);
        return { index, content, crc: crc.get() >>> 0 };
      });
      all.push(...(await Promise.all(some)));
    }
    if (signal.aborted) {
      throw new Trouble("cancelled");
    }
    return all;
  }

  async readSmall(share) {
    if (!this.whole || !aesEngine) {
      return new Map();
    }
    this.small ??= new SmallEntries(this.whole, this.password);
    return this.small.read(share.map((index) => this.entries[index]));
  }

  shareFrom(wanted, at) {
    const share = [];
    let bytes = 0;
    for (let next = at; next < wanted.length && share.length < SHARE_ENTRIES; next++) {
      bytes += this.entries[wanted[next]].uncompressedSize;
      if (share.length > 0 && bytes > SHARE_BYTES) {
        break;
      }
      share.push(wanted[next]);
    }
    return share;
  }
}

/** Of several spellings of a password the verdict that leaves most open. */
function moreDoubtful(one, other) {
  const order = ["wrong-password", "damaged", "wrong-or-damaged"];
  return order.indexOf(other) > order.indexOf(one) ? other : one;
}

function isTraditional(entry) {
  return Boolean(entry.zipCrypto);
}

function isReadToBeCertain(entry) {
  const most = isTraditional(entry) ? READ_WHOLE_IF_TRADITIONAL : READ_WHOLE_TO_BE_CERTAIN;
  return entry.compressedSize <= most;
}

/** Links that stay inside, files and folders. */
async function isSafeToSave(entry, content) {
  const type = modeOf(entry) & UNIX_TYPE;
  if (type !== UNIX_LINK) {
    return type === 0 || type === UNIX_FILE || type === UNIX_FOLDER;
  }
  const target = entry.uncompressedSize < 4096 ? await new Blob([content]).text() : "/";
  let depth = entry.filename.split("/").length - 1;
  if (target === "" || /^[/\\]|^[a-z]:|\0/i.test(target)) {
    return false;
  }
  for (const step of target.split(/[/\\]/)) {
    depth += step === ".." ? -1 : step === "." || step === "" ? 0 : 1;
    if (depth < 0) {
      return false;
    }
  }
  return true;
}

/** Nothing that raises rights, and no type but those above. */
function harmlessMode(entry) {
  const mode = modeOf(entry);
  if (mode === 0) {
    return entry.directory ? 0o40755 : 0o100644;
  }
  const link = (mode & UNIX_TYPE) === UNIX_LINK;
  const type = entry.directory ? UNIX_FOLDER : link ? UNIX_LINK : UNIX_FILE;
  return type | (mode & READ_AND_WRITE);
}

/** Two entries never share bytes: what is read twice grows without end. */
function requireSeparate(entries) {
  const sorted = [...entries].sort((one, other) => one.offset - other.offset);
  let end = 0;
  for (const entry of sorted) {
    if (entry.offset < end) {
      throw new Trouble("damaged");
    }
    end = entry.offset + LOCAL_HEADER_BYTES + entry.rawFilename.length + entry.compressedSize;
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
