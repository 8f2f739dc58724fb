// The words, in the language that the browser asks for; English if it asks for one that is not here.

let language = (navigator.languages || [navigator.language])
  .map((wish) => wish.toLowerCase().split("-")[0])
  .find((wish) => TEXTS[wish]) || "en";

/** The one that the button brings: all of them come round. */
function nextLanguage() {
  const all = Object.keys(TEXTS);
  return all[(all.indexOf(language) + 1) % all.length];
}

// Controls, and everything that is not seen or changes the order (Unicode: Cc, Cf, Zl, Zp).
const FORMAT_CONTROLS = /[\p{Cc}\p{Cf}\p{Zl}\p{Zp}]/gu;

/** A name as it may be shown: nothing in it can change how the rest is read. */
function shown(name) {
  return name.replace(FORMAT_CONTROLS, "\ufffd");
}

/** The sentence, its slots filled in; of two forms the one that its count asks for. */
function text(key, slots = {}) {
  return sentence(key, slots)
    .map((piece) => piece.text)
    .join("");
}

function sentence(key, slots) {
  const words = TEXTS[language];
  const form = "count" in slots ? `.${new Intl.PluralRules(language).select(slots.count)}` : "";
  const pattern = words[key + form] ?? words[`${key}.other`] ?? words[key];
  return pattern
    .split(/(\{\w+\})/)
    .filter((piece) => piece !== "")
    .map((piece) => {
      const slot = /^\{(\w+)\}$/.exec(piece);
      const value = slot && slots[slot[1]];
      return slot
        ? { text: typeof value === "number" ? value.toLocaleString(language) : shown(value), slot: true }
        : { text: piece };
    });
}

/** The same, what was filled in standing out. */
function writeSentence(element, key, slots = {}) {
  element.replaceChildren(
    ...sentence(key, slots).map((piece) => {
      if (!piece.slot) {
        return piece.text;
      }
      const strong = document.createElement("b");
      strong.textContent = piece.text;
      return strong;
    }),
  );
}

const UNITS = ["kB", "MB", "GB", "TB"];

/** Decimal: a kB is 1,000 bytes. */
function size(bytes) {
  if (bytes < 1000) {
    return text("bytes", { count: bytes });
  }
  let value = bytes / 1000;
  let unit = 0;
  while (value >= 999.95 && unit < UNITS.length - 1) {
    value /= 1000;
    unit++;
  }
  return `${value.toLocaleString(language, { maximumFractionDigits: 1 })}\u00a0${UNITS[unit]}`;
}

/** The language as it is spoken where the browser is, which decides how a date is written. */
function region() {
  const asked = navigator.language || language;
  return asked.toLowerCase().startsWith(language) ? asked : language;
}

function day(date) {
  return date.toLocaleDateString(region(), { day: "numeric", month: "short", year: "numeric" });
}

function speak() {
  document.documentElement.lang = language;
  for (const element of document.querySelectorAll("[data-text]")) {
    element.textContent = text(element.dataset.text);
  }
  for (const element of document.querySelectorAll("[data-label]")) {
    element.setAttribute("aria-label", text(element.dataset.label));
  }
  for (const element of document.querySelectorAll("[data-hint]")) {
    element.placeholder = text(element.dataset.hint);
  }
}
