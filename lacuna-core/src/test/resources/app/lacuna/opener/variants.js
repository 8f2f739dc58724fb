// Runs the engine of the opener page under Node, on an archive with every single byte changed and at
// every length, and says what it hands out that is not what was packed.
//   node variants.js PAGE ARCHIVE PASSWORD STEP
const fs = require("fs");
const { createHash } = require("crypto");

const [, , page, file, password, step] = process.argv;
const html = fs.readFileSync(page, "utf8");
const from = html.indexOf("function engine(self)");
const engine = new Function(`${html.slice(from, html.indexOf("</script>", from))}; return engine;`)();
const whole = fs.readFileSync(file);

function ask(desk, message) {
  desk.listing = [];
  return new Promise((resolve) => {
    desk.postMessage = (data) => {
      if (data.listed) {
        desk.listing.push(...data.listed);
      } else if (data.bytes === undefined) {
        resolve(data);
      }
    };
    desk.onmessage({ data: { id: 1, ...message } });
  });
}

/** Name and digest of everything that is handed out, or the trouble. */
async function handedOut(bytes) {
  const desk = {};
  engine(desk);
  const files = [{ name: "a.zip", blob: new Blob([bytes]) }];
  const opened = await ask(desk, { order: "open", files });
  if (opened.trouble) {
    return { trouble: opened.trouble, files: new Map() };
  }
  let { listing } = desk;
  if (opened.answer.needsPassword) {
    const unlocked = await ask(desk, { order: "unlock", password });
    if (unlocked.trouble) {
      return { trouble: unlocked.trouble, files: new Map() };
    }
    listing = desk.listing;
  }
  const out = new Map();
  let trouble;
  for (const entry of listing.filter((e) => !e.directory)) {
    const read = await ask(desk, { order: "read", index: entry.index });
    if (read.trouble) {
      trouble = read.trouble;
    } else {
      const content = Buffer.from(await read.answer.arrayBuffer());
      const about = `${entry.path} ${entry.unprotected ? "unprotected" : ""}`;
      out.set(about, createHash("sha256").update(content).digest("hex"));
    }
  }
  return { trouble, files: out };
}

(async () => {
  const right = await handedOut(whole);
  if (right.trouble || right.files.size === 0) {
    throw new Error(`the archive itself: ${right.trouble}`);
  }
  const digests = new Set(right.files.values());
  const wrong = [];
  const troubles = {};
  let slowest = 0;
  let tried = 0;
  async function check(bytes, what) {
    const begun = Date.now();
    const { trouble, files } = await handedOut(bytes);
    slowest = Math.max(slowest, Date.now() - begun);
    tried++;
    troubles[trouble || "none"] = (troubles[trouble || "none"] || 0) + 1;
    for (const [name, digest] of files) {
      // What says that names are hidden may go: then the archive inside comes out, which is checked.
      const inner = name === "contents.zip ";
      if (!digests.has(digest) && !inner && !name.endsWith(" unprotected")) {
        wrong.push(`${what}: ${name}`);
      }
    }
  }
  for (let at = 0; at < whole.length; at += Number(step)) {
    const bytes = Buffer.from(whole);
    bytes[at] ^= 1 << (at % 8);
    await check(bytes, `byte ${at}`);
    await check(whole.subarray(0, at), `cut at ${at}`);
  }
  console.log(JSON.stringify({ tried, wrong, troubles, slowest, entries: right.files.size }));
})();
