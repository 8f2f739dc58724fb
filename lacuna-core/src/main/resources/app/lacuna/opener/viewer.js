// Shows a text or a picture from memory. Nothing of it is run: a picture is only ever a picture.

const PICTURES = {
  png: "image/png",
  jpg: "image/jpeg",
  jpeg: "image/jpeg",
  gif: "image/gif",
  webp: "image/webp",
  avif: "image/avif",
  bmp: "image/bmp",
  ico: "image/x-icon",
  svg: "image/svg+xml",
};
const LONGEST_TEXT = 200_000;
const LOOKED_AT = 65_536;

let pictureAddress;

function endingOf(path) {
  const match = /\.([^./\\]+)$/.exec(path);
  return match ? match[1].toLowerCase() : "";
}

/** @returns {Promise<Node>} what to put on the stage */
async function stageFor(path, blob) {
  const type = PICTURES[endingOf(path)];
  if (type) {
    return picture(new Blob([blob], { type }));
  }
  const bytes = new Uint8Array(await blob.slice(0, LONGEST_TEXT).arrayBuffer());
  const letters = lettersOf(bytes);
  if (letters === undefined) {
    return paragraph("view.not");
  }
  const pre = document.createElement("pre");
  pre.className = "mono";
  pre.tabIndex = 0;
  pre.textContent = letters;
  if (blob.size <= LONGEST_TEXT) {
    return pre;
  }
  const both = document.createDocumentFragment();
  both.append(paragraph("view.part"), pre);
  return both;
}

/** Decoded before it is put anywhere, so that the page does not stand still meanwhile. */
async function picture(blob) {
  const image = new Image();
  image.decoding = "async";
  pictureAddress = URL.createObjectURL(blob);
  image.src = pictureAddress;
  try {
    await image.decode();
    return image;
  } catch {
    return paragraph("view.not");
  }
}

function paragraph(key) {
  const said = document.createElement("p");
  said.className = "foot";
  said.textContent = text(key);
  return said;
}

/** Undefined if these bytes are no text. */
function lettersOf(bytes) {
  const wide = bytes[0] === 0xff && bytes[1] === 0xfe ? "utf-16le"
    : bytes[0] === 0xfe && bytes[1] === 0xff ? "utf-16be" : undefined;
  if (wide) {
    return new TextDecoder(wide).decode(bytes);
  }
  if (bytes.subarray(0, LOOKED_AT).includes(0)) {
    return undefined;
  }
  try {
    // a letter may be cut in two at the end of what is shown
    return new TextDecoder("utf-8", { fatal: true }).decode(bytes, { stream: true });
  } catch {
    return new TextDecoder("windows-1252").decode(bytes);
  }
}

function forgetPicture() {
  if (pictureAddress) {
    URL.revokeObjectURL(pictureAddress);
    pictureAddress = undefined;
  }
}
