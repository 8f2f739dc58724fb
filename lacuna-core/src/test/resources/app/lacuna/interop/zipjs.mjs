// Reads or writes a ZIP archive with zip.js.
// Usage: node zipjs.mjs read ARCHIVE
//        node zipjs.mjs write ARCHIVE FOLDER 1|2|3|traditional|none
// The password comes on standard input. The package is found in the working directory.
import { createHash } from "node:crypto";
import { readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { pathToFileURL } from "node:url";

const require = createRequire(pathToFileURL(join(process.cwd(), "index.js")));
const zip = await import(pathToFileURL(require.resolve("@zip.js/zip.js")));
zip.configure({ useWebWorkers: false });
const [, , job, archive, folder, strength] = process.argv;
const password = readFileSync(0, "utf8").split("\n")[0];

if (job === "read") {
  const reader = new zip.ZipReader(new zip.Uint8ArrayReader(new Uint8Array(readFileSync(archive))));
  for (const entry of await reader.getEntries()) {
    const mode = entry.externalFileAttribute >>> 28;
    if (entry.directory || mode === 0xa) continue;
    const data = await entry.getData(new zip.Uint8ArrayWriter(), { password, checkSignature: true });
    const digest = createHash("sha256").update(data).digest("hex");
    console.log([entry.filename, data.length, digest].join("\t"));
  }
  await reader.close();
} else {
  const options = { level: 5 };
  if (strength === "traditional") Object.assign(options, { password, zipCrypto: true });
  else if (strength !== "none") Object.assign(options, { password, encryptionStrength: Number(strength) });
  const writer = new zip.ZipWriter(new zip.Uint8ArrayWriter(), options);
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (!statSync(path).isFile()) continue;
    await writer.add("dig/" + name, new zip.Uint8ArrayReader(new Uint8Array(readFileSync(path))));
  }
  writeFileSync(archive, await writer.close());
}
