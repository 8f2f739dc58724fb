// What can go wrong, in the page's own words (a key of the texts), and what the reader calls it.

class Trouble extends Error {
  /**
   * @param {string} kind the key of the sentence that says so
   * @param {object} slots what is filled into it
   */
  constructor(kind, slots = {}) {
    super(kind);
    this.kind = kind;
    this.slots = slots;
  }
}

const KIND_OF_MESSAGE = {
  "Invalid password": "wrong-password",
  "Invalid authentication code": "damaged",
  "Encryption method not supported": "unsupported",
  "Compression method not supported": "unsupported",
  "Encrypted central directory is not supported": "unsupported",
  "Codec out of memory": "too-large",
};

/** Everything that the reader throws is one of ours afterwards. */
function troubleOf(error) {
  if (error instanceof Trouble) {
    return error;
  }
  if (error && (error.name === "AbortError" || /abort/i.test(error.message || ""))) {
    return new Trouble("cancelled");
  }
  if (error instanceof RangeError || (error && error.name === "QuotaExceededError")) {
    return new Trouble("too-large");
  }
  if (error && (error.name === "NotReadableError" || error.name === "NotFoundError")) {
    return new Trouble("file-gone");
  }
  return new Trouble(KIND_OF_MESSAGE[error && error.message] || "damaged");
}
