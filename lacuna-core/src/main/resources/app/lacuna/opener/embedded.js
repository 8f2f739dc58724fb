// The archive that came inside the page: pieces of base64, which the policy allows to be decoded
// here and nowhere else. One piece at a time, so that the page stays awake.

/** @returns {Promise<{name: string, blob: Blob}[]>} its parts; none if it came beside the page */
async function embeddedParts(progress) {
  const pieces = [...document.querySelectorAll("script[data-part]")];
  const parts = new Map();
  for (let number = 0; number < pieces.length; number++) {
    const piece = pieces[number];
    const letters = atob(piece.textContent);
    const bytes = new Uint8Array(letters.length);
    for (let at = 0; at < letters.length; at++) {
      bytes[at] = letters.charCodeAt(at);
    }
    const { part } = piece.dataset;
    parts.set(part, [...(parts.get(part) || []), new Blob([bytes])]);
    piece.remove();
    progress((number + 1) / pieces.length);
    await new Promise((resolve) => setTimeout(resolve));
  }
  return [...parts].map(([name, blobs]) => ({ name, blob: new Blob(blobs) }));
}
