// Reads many small entries together: one read for neighbours, their keys derived side by side, and
// no stream for each. Only what is exactly as expected comes out; every other entry is left to the
// ZIP reader, which says what is wrong with it.

const LARGEST_SMALL = 1_000_000;
const READ_TOGETHER = 8_000_000;
const GAP_BYTES = 65_536;
const LONGEST_LOCAL_FIELDS = 1024;
const LOCAL_SIGNATURE = 0x04034b50;
const AES_METHOD = 99;
const AES_FIELD = 0x9901;
const AES_FIELD_BYTES = 7;
const AES_VENDOR = 0x4541; // "AE"
const AES_WITH_CRC = 1;
const STORED = 0;
const DEFLATED = 8;
const CODE_BYTES = 10;
const CHECK_BYTES = 2;
const ITERATIONS = 1000;
const STRONG_ENCRYPTION = 64;
const DESCRIPTOR = 8;

class SmallEntries {
  /**
   * @param {Blob} blob the archive
   * @param {Uint8Array=} password
   */
  constructor(blob, password) {
    this.blob = blob;
    this.password = password;
  }

  static isSmall(entry) {
    const { compressionMethod, extraFieldAES: aes } = entry;
    return (
      !entry.directory &&
      entry.compressedSize <= LARGEST_SMALL &&
      entry.uncompressedSize <= LARGEST_SMALL &&
      (compressionMethod === STORED || compressionMethod === DEFLATED) &&
      (entry.rawBitFlag & (STRONG_ENCRYPTION | DESCRIPTOR)) === 0 &&
      (!entry.encrypted || (aes && aes.originalCompressionMethod === AES_METHOD))
    );
  }

  /**
   * @param {zip.Entry[]} entries
   * @returns {Promise<Map<zip.Entry, {bytes: Uint8Array, crc: number}>>} those that were whole
   */
  async read(entries) {
    const found = new Map();
    for (const run of runs(entries.filter(SmallEntries.isSmall))) {
      const bytes = new Uint8Array(await this.blob.slice(run.start, run.end).arrayBuffer());
      await Promise.all(
        run.entries.map(async (entry) => {
          const content = await this.content(entry, bytes, entry.offset - run.start).catch(
            () => undefined, // read once more, which tells why
          );
          if (content) {
            found.set(entry, content);
          }
        }),
      );
    }
    return found;
  }

  async content(entry, run, start) {
    const data = dataOf(entry, run, start);
    if (!data) {
      return undefined;
    }
    const plain = entry.encrypted ? await this.decrypted(entry, data) : data;
    const bytes =
      entry.compressionMethod === DEFLATED
        ? await inflated(plain, entry.uncompressedSize)
        : plain;
    if (bytes?.length !== entry.uncompressedSize) {
      return undefined;
    }
    const sum = new zip.Crc32();
    sum.append(bytes);
    const crc = sum.get() >>> 0;
    const hasCrc = !entry.encrypted || entry.extraFieldAES.vendorVersion === AES_WITH_CRC;
    return hasCrc && crc !== entry.crc32 >>> 0 ? undefined : { bytes, crc };
  }

  /** In its place: salt, check value, encrypted bytes, authentication code. */
  async decrypted(entry, data) {
    const keyBytes = 8 + 8 * entry.extraFieldAES.strength;
    const saltBytes = keyBytes / 2;
    const start = saltBytes + CHECK_BYTES;
    const bytes = data.subarray(start, data.length - CODE_BYTES);
    this.key ??= crypto.subtle.importKey("raw", this.password, "PBKDF2", false, ["deriveBits"]);
    const derived = new Uint8Array(
      await crypto.subtle.deriveBits(
        {
          name: "PBKDF2",
          hash: "SHA-1",
          salt: data.subarray(0, saltBytes),
          iterations: ITERATIONS,
        },
        await this.key,
        8 * (2 * keyBytes + CHECK_BYTES),
      ),
    );
    const keys = derived.subarray(0, 2 * keyBytes);
    const cipher = aesEngine(keys.subarray(0, keyBytes), keys.subarray(keyBytes));
    cipher.process(bytes);
    const code = cipher.digest().subarray(0, CODE_BYTES);
    const isRight =
      isSame(derived.subarray(2 * keyBytes), data.subarray(saltBytes, start)) &&
      isSame(code, data.subarray(data.length - CODE_BYTES));
    derived.fill(0);
    if (!isRight) {
      throw new Trouble("damaged");
    }
    return bytes;
  }
}

/** Neighbours, and where they begin and end in the archive. */
function runs(entries) {
  const all = [];
  let last;
  for (const entry of [...entries].sort((one, other) => one.offset - other.offset)) {
    const end =
      entry.offset +
      LOCAL_HEADER_BYTES +
      entry.rawFilename.length +
      LONGEST_LOCAL_FIELDS +
      entry.compressedSize;
    if (last && entry.offset - last.end < GAP_BYTES && end - last.start < READ_TOGETHER) {
      last.entries.push(entry);
      last.end = Math.max(last.end, end);
    } else {
      last = { start: entry.offset, end, entries: [entry] };
      all.push(last);
    }
  }
  return all;
}

/** What follows a local header that says the same as the directory (APPNOTE.TXT 4.3.7). */
function dataOf(entry, run, start) {
  const view = new DataView(run.buffer, run.byteOffset, run.length);
  if (start + LOCAL_HEADER_BYTES > run.length) {
    return undefined;
  }
  const nameBytes = view.getUint16(start + 26, true);
  const fieldBytes = view.getUint16(start + 28, true);
  const name = start + LOCAL_HEADER_BYTES;
  const data = name + nameBytes + fieldBytes;
  const end = data + entry.compressedSize;
  const method = entry.encrypted ? AES_METHOD : entry.compressionMethod;
  const isAsExpected =
    end <= run.length &&
    view.getUint32(start, true) === LOCAL_SIGNATURE &&
    view.getUint16(start + 6, true) === entry.rawBitFlag &&
    view.getUint16(start + 8, true) === method &&
    view.getUint32(start + 10, true) === entry.rawLastModDate >>> 0 &&
    view.getUint32(start + 14, true) === entry.crc32 >>> 0 &&
    view.getUint32(start + 18, true) === entry.compressedSize &&
    view.getUint32(start + 22, true) === entry.uncompressedSize &&
    isSame(run.subarray(name, name + nameBytes), entry.rawFilename) &&
    (!entry.encrypted || hasSameAesField(entry, run.subarray(name + nameBytes, data)));
  return isAsExpected ? run.subarray(data, end) : undefined;
}

function hasSameAesField(entry, fields) {
  const { strength, vendorVersion } = entry.extraFieldAES;
  const view = new DataView(fields.buffer, fields.byteOffset, fields.length);
  for (let at = 0; at + 4 <= fields.length; at += 4 + view.getUint16(at + 2, true)) {
    if (view.getUint16(at, true) === AES_FIELD && at + 11 <= fields.length) {
      return (
        view.getUint16(at + 2, true) === AES_FIELD_BYTES &&
        view.getUint16(at + 4, true) === vendorVersion &&
        view.getUint16(at + 6, true) === AES_VENDOR &&
        view.getUint8(at + 8) === strength &&
        view.getUint16(at + 9, true) === entry.compressionMethod
      );
    }
  }
  return false;
}

/** Undefined if more comes out than was said. */
async function inflated(bytes, size) {
  const stream = new DecompressionStream("deflate-raw");
  const writer = stream.writable.getWriter();
  const written = writer.write(bytes).then(() => writer.close());
  written.catch(() => {}); // reading fails too
  const result = new Uint8Array(size);
  const reader = stream.readable.getReader();
  let at = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) {
      break;
    }
    if (at + value.length > size) {
      reader.cancel().catch(() => {});
      return undefined;
    }
    result.set(value, at);
    at += value.length;
  }
  await written;
  return at === size ? result : undefined;
}

function isSame(one, other) {
  return one.length === other.length && one.every((byte, at) => byte === other[at]);
}
