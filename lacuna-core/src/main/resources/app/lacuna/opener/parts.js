// Which of the chosen files is which part of the archive (APPNOTE.TXT 8.3.3: name.z01, name.z02 and
// so on, name.zip for the last), whatever order they came in.

const END_OF_DIRECTORY = 0x06054b50;
const END_BYTES = 22;
const LONGEST_NOTE = 0xffff;
const PART_NAME = /^(.*)\.z(\d{2,3})$/i;
const LAST_NAME = /^(.*)\.zip$/i;

/**
 * The parts in their order.
 *
 * @param {{name: string, blob: Blob}[]} files
 */
async function inOrder(files) {
  const numbered = new Map();
  const others = [];
  for (const file of files) {
    const match = PART_NAME.exec(file.name);
    if (match) {
      numbered.set(Number(match[2]), { ...file, stem: match[1] });
    } else {
      others.push(file);
    }
  }
  if (numbered.size === 0 && others.length === 1) {
    return withAllBefore(others[0], numbered);
  }
  const stems = new Set([...numbered.values()].map((part) => part.stem.toLowerCase()));
  if (numbered.size === 0 || stems.size > 1) {
    throw new Trouble("several-archives");
  }
  const stem = [...numbered.values()][0].stem;
  const last = others.filter((file) => {
    const match = LAST_NAME.exec(file.name);
    return match && match[1].toLowerCase() === stem.toLowerCase();
  });
  if (last.length === 0) {
    throw new Trouble("part-missing", { name: `${stem}.zip` });
  }
  if (others.length > 1) {
    throw new Trouble("several-archives");
  }
  return withAllBefore(last[0], numbered);
}

async function withAllBefore(last, numbered) {
  const before = await partsBefore(last.blob);
  const stem = last.name.replace(/\.zip$/i, "");
  const parts = [];
  for (let number = 1; number <= before; number++) {
    const part = numbered.get(number);
    if (!part) {
      throw new Trouble("part-missing", { name: `${stem}.z${String(number).padStart(2, "0")}` });
    }
    parts.push(part);
  }
  parts.push(last);
  return parts;
}

/** How many parts come before the one that has the end (APPNOTE.TXT 4.3.16). */
async function partsBefore(blob) {
  return (await endOf(blob)).partsBefore;
}

/**
 * The end record. Its own signature may also stand in the comment behind it: the record that ends
 * exactly with the file counts, or else the last one.
 */
async function endOf(blob) {
  const start = Math.max(0, blob.size - END_BYTES - LONGEST_NOTE);
  const view = new DataView(await blob.slice(start).arrayBuffer());
  let last;
  for (let at = view.byteLength - END_BYTES; at >= 0; at--) {
    if (view.getUint32(at, true) !== END_OF_DIRECTORY) {
      continue;
    }
    const record = {
      partsBefore: view.getUint16(at + 4, true) % 0xffff,
      count: view.getUint16(at + 10, true),
      directoryBytes: view.getUint32(at + 12, true),
    };
    if (at + END_BYTES + view.getUint16(at + 20, true) === view.byteLength) {
      return record;
    }
    last ??= record;
  }
  if (last) {
    return last;
  }
  const head = new DataView(await blob.slice(0, 4).arrayBuffer());
  const isZip = head.byteLength === 4 && head.getUint16(0, true) === 0x4b50;
  throw new Trouble(isZip ? "cut-short" : "not-an-archive");
}

const HEADER_BYTES = 46;
const IN_LARGER_FIELDS = 0xffffffff;
const SIGNATURE_BYTES = 6;

/** No entry is hidden behind a count that was made smaller (APPNOTE.TXT 4.3.12). */
async function requireAllListed(last, entries) {
  const { count, directoryBytes } = await endOf(last);
  if (directoryBytes === IN_LARGER_FIELDS || count === 0xffff) {
    return; // ZIP64: the reader compares them
  }
  const listed = entries.reduce(
    (sum, entry) =>
      sum +
      HEADER_BYTES +
      entry.rawFilename.length +
      entry.rawExtraField.length +
      entry.rawComment.length,
    0,
  );
  const right = count === entries.length && directoryBytes - listed < SIGNATURE_BYTES;
  if (!right) {
    throw new Trouble("directory-damaged");
  }
}
