// Writes an archive without a password: stored entries, so that nothing is computed twice
// (APPNOTE.TXT 4.3). It stays below what needs the larger fields.

const MOST_ENTRIES = 0xffff - 1;
const MOST_BYTES = 2_000_000_000;
const KEPT_IN_MEMORY = 4_000_000;
const UTF8_NAMES = 0x0800;
const MADE_ON_UNIX = 3 << 8;
const VERSION = 20;

class OpenZip {
  constructor() {
    this.pieces = [];
    this.recent = [];
    this.recentBytes = 0;
    this.directory = [];
    this.names = new Set();
    this.bytes = 0;
  }

  /**
   * @param {{path: string, directory: boolean, mode: number, modified: Date}} entry
   * @param {Blob|Uint8Array} content
   * @param {number} crc of that
   */
  add(entry, content, crc) {
    const size = content.size ?? content.length;
    const name = new TextEncoder().encode(this.freeName(shortened(safePath(entry))));
    if (this.directory.length >= MOST_ENTRIES || this.bytes + size > MOST_BYTES) {
      throw new Trouble("too-large");
    }
    const common = new DataView(new ArrayBuffer(26));
    common.setUint16(0, VERSION, true);
    common.setUint16(2, UTF8_NAMES, true);
    const [date, time] = dosTime(entry.modified);
    common.setUint16(6, time, true);
    common.setUint16(8, date, true);
    common.setUint32(10, crc, true);
    common.setUint32(14, size, true);
    common.setUint32(18, size, true);
    common.setUint16(22, name.length, true);
    const local = new Uint8Array(4 + 26);
    local.set([0x50, 0x4b, 3, 4]);
    local.set(new Uint8Array(common.buffer), 4);
    const rest = new DataView(new ArrayBuffer(14));
    rest.setUint32(6, ((entry.mode << 16) | (entry.directory ? 0x10 : 0)) >>> 0, true);
    rest.setUint32(10, this.bytes, true);
    const central = new Uint8Array(6 + 26 + 14);
    central.set([0x50, 0x4b, 1, 2]);
    new DataView(central.buffer).setUint16(4, MADE_ON_UNIX | VERSION, true);
    central.set(new Uint8Array(common.buffer), 6);
    central.set(new Uint8Array(rest.buffer), 32);
    this.recent.push(local, name, content);
    this.directory.push(central, name);
    this.bytes += local.length + name.length + size;
    this.recentBytes += local.length + name.length + size;
    if (this.recentBytes > KEPT_IN_MEMORY) {
      this.handOver();
    }
  }

  /** To the browser, which keeps it on disk if it must. */
  handOver() {
    this.pieces.push(new Blob(this.recent));
    this.recent = [];
    this.recentBytes = 0;
  }

  freeName(path) {
    const folder = path.endsWith("/");
    const [, stem, ending] = /^(.*?)((?:\.[^./]*)?\/?)$/s.exec(path);
    let free = path;
    for (let number = 2; this.names.has(free) && !folder; number++) {
      free = `${stem} (${number})${ending}`;
    }
    this.names.add(free);
    return free;
  }

  toBlob() {
    this.handOver();
    const count = this.directory.length / 2;
    const size = this.directory.reduce((sum, piece) => sum + piece.length, 0);
    const end = new DataView(new ArrayBuffer(22));
    end.setUint32(0, 0x06054b50, true);
    end.setUint16(8, count, true);
    end.setUint16(10, count, true);
    end.setUint32(12, size, true);
    end.setUint32(16, this.bytes, true);
    return new Blob([...this.pieces, ...this.directory, end.buffer], { type: "application/zip" });
  }
}

/** A path that stays within the folder it is unpacked into. */
function safePath(entry) {
  const steps = entry.path
    .split(/[/\\]/)
    .filter((step) => step !== "" && step !== "." && step !== "..")
    .map((step) => step.replace(/[\u0000-\u001f:]/g, "_"));
  const path = steps.join("/") || "_";
  return entry.directory ? `${path}/` : path;
}

const LONGEST_STEP = 255;
const LONGEST_PATH = 32_000;

/** A name as long as file systems take, and a path as long as the format does (16 bits). */
function shortened(path) {
  const folder = path.endsWith("/");
  const steps = path.split("/").filter(Boolean).map(shortStep);
  while (steps.length > 1 && steps.join("/").length > LONGEST_PATH / 3) {
    steps.shift();
  }
  return steps.join("/") + (folder ? "/" : "");
}

function shortStep(step) {
  const bytes = (text) => new TextEncoder().encode(text).length;
  if (bytes(step) <= LONGEST_STEP) {
    return step;
  }
  const [ending] = /\.[^.]{1,20}$/.exec(step) || [""];
  let stem = [...step.slice(0, step.length - ending.length)].slice(0, LONGEST_STEP);
  while (bytes(stem.join("") + ending) > LONGEST_STEP) {
    stem = stem.slice(0, -1);
  }
  return stem.join("") + ending;
}

function dosTime(moment) {
  const year = Math.min(Math.max(moment.getFullYear(), 1980), 2107);
  return [
    ((year - 1980) << 9) | ((moment.getMonth() + 1) << 5) | moment.getDate(),
    (moment.getHours() << 11) | (moment.getMinutes() << 5) | (moment.getSeconds() >> 1),
  ];
}
