// Flips bits of an archive, and compares what the quick way reads with what the ZIP reader reads.
//   node flipped-bits.js PAGE ARCHIVE PASSWORD STEP
const fs = require("fs");

const [, , page, file, password, step] = process.argv;
const html = fs.readFileSync(page, "utf8");
const from = html.indexOf("function engine(self)");
const source = html.slice(from, html.indexOf("</script>", from)).trimEnd();
const opened = source.slice(0, -1) + "; self.inside = { Archive, SmallEntries, ready }; }";
const engine = new Function(`${opened}; return engine;`)();

const desk = {};
engine(desk);
const { Archive, SmallEntries, ready } = desk.inside;

async function openWith(blob) {
  try {
    const archive = await Archive.open([{ name: "a.zip", blob }]);
    if (archive.needsPassword) {
      await archive.unlock(password, () => {}, undefined);
    }
    return archive;
  } catch {
    return undefined;
  }
}

async function readerSays(archive, entry) {
  try {
    const blob = await archive.decrypt(entry, archive.password, () => {}, undefined);
    return Buffer.from(await blob.arrayBuffer());
  } catch {
    return undefined;
  }
}

async function compare(bytes, result) {
  const blob = new Blob([bytes]);
  const archive = await openWith(blob);
  const found = archive
    ? await new SmallEntries(blob, archive.password).read(archive.entries)
    : new Map();
  for (const [entry, { bytes: quick }] of found) {
    const slow = await readerSays(archive, entry);
    result.read++;
    result.different += slow && slow.equals(Buffer.from(quick)) ? 0 : 1;
  }
}

(async () => {
  await ready;
  const bytes = fs.readFileSync(file);
  const whole = { read: 0, different: 0 };
  await compare(bytes, whole);
  const flipped = { read: 0, different: 0 };
  for (let bit = 0; bit < 8 * bytes.length; bit += Number(step)) {
    const damaged = Buffer.from(bytes);
    damaged[bit >> 3] ^= 1 << (bit & 7);
    await compare(damaged, flipped);
  }
  console.log(JSON.stringify({ whole, flipped }));
})();
