// The page: what it says, what is shown of it, and what its buttons do.

const part = (id) => document.getElementById(id);
const rows = new Rows(part("rows"), part("more"));
const BETWEEN_FILES_MS = 300;

let orders;
let files = [];
let cameInside = false;
let state = "empty"; // empty, opening, locked, open
let name = "";
let about;
let listing = [];
let total = 0;
let viewed;
let savedSome = false;
let focused;
let lastTrouble;

function start() {
  orders?.end();
  orders = new Orders((bytes) => showBytes(bytes));
}

function enter(next) {
  state = next;
  part("drop").hidden = state !== "empty" || cameInside;
  part("lock").hidden = state !== "locked";
  part("inside").hidden = state !== "open";
  part("again").hidden = cameInside;
  part("lock-again").textContent = text(about?.needsPassword ? "lock" : "close");
  say();
}

function say() {
  const files = listing.filter((entry) => !entry.directory);
  const bytes = files.reduce((sum, entry) => sum + entry.size, 0);
  const slots = { name, size: size(about?.size || 0), parts: about?.parts || 1 };
  const heading = part("sentence");
  if (state === "empty" || state === "opening") {
    writeSentence(heading, cameInside ? "opening" : "empty");
  } else if (state === "locked") {
    writeSentence(heading, about.hidesNames ? "locked.hidden" : "locked", slots);
  } else {
    const key = savedSome ? "open.saved" : "open";
    const inside = { ...slots, count: files.length, bytes: size(bytes) };
    writeSentence(heading, about.needsPassword ? key : "open.unprotected", inside);
  }
  document.title = name ? `${shown(name)} · Lacuna` : "Lacuna";
  part("language").textContent = TEXTS[nextLanguage()].language;
  count();
}

function count() {
  const chosen = rows.chosenEntries;
  part("count").textContent = chosen.length
    ? text("chosen", { count: chosen.length, bytes: size(chosen.reduce((s, e) => s + e.size, 0)) })
    : text("found", { count: rows.found.length });
  part("save-zip").textContent = text(chosen.length ? "save.zip.chosen" : "save.zip");
  part("save-each").textContent = text(chosen.length ? "save.each.chosen" : "save.each");
  part("all").checked = rows.found.length > 0 && rows.found.every((e) => rows.chosen.has(e.index));
}

function tell(trouble) {
  lastTrouble = trouble;
  const box = part("trouble");
  box.hidden = !trouble;
  box.replaceChildren();
  if (!trouble) {
    return;
  }
  for (const half of ["what", "next"]) {
    const said = document.createElement("p");
    said.textContent = text(`trouble.${trouble.kind || "damaged"}.${half}`, trouble.slots || {});
    box.append(said);
  }
}

function done(key, slots, more = []) {
  part("done").hidden = !key;
  part("done").textContent = key ? [text(key, slots), ...more].join(" ") : "";
}

/** One piece of work at a time; its trouble is told, and its progress shown. */
async function work(what, bytes, task) {
  tell();
  done();
  total = bytes;
  part("what").textContent = text(what);
  showBytes(0);
  part("working").hidden = false;
  freeze(true);
  try {
    return await task();
  } catch (trouble) {
    tell(trouble);
    return undefined;
  } finally {
    part("working").hidden = true;
    freeze(false);
  }
}

/** Whoever goes by keys is afterwards where they were. */
function freeze(busy) {
  if (busy) {
    focused = document.activeElement;
  }
  for (const id of ["unlock", "choose", "other", "save-zip", "save-each", "lock-again"]) {
    part(id).disabled = busy;
  }
  part("rows").inert = busy;
  document.body.setAttribute("aria-busy", String(busy));
  if (!busy && document.activeElement === document.body) {
    focused?.focus();
  }
}

function showBytes(bytes) {
  const bar = part("progress");
  if (total > 0) {
    bar.value = Math.min(1, bytes / total);
    part("how-far").textContent = `${size(bytes)} / ${size(total)}`;
  } else {
    bar.removeAttribute("value");
    part("how-far").textContent = "";
  }
}

async function take(chosen) {
  if (chosen.length === 0) {
    return;
  }
  start();
  files = chosen;
  const opened = await work("opening", 0, () => orders.give("open", { files }));
  if (!opened) {
    listing = [];
    about = undefined;
    name = "";
    enter("empty");
    return;
  }
  about = opened;
  name = (files.find((file) => /\.zip$/i.test(file.name)) || files[0]).name;
  if (opened.needsPassword) {
    enter("locked");
    part("password").focus();
  } else {
    unlocked(orders.listing);
  }
}

function unlocked(entries) {
  listing = entries;
  part("find").value = "";
  rows.show(entries);
  enter("open");
  part("find").focus();
}

async function unlock() {
  const field = part("password");
  const password = field.value;
  if (password === "") {
    tell({ kind: "no-password" });
    field.focus();
    return;
  }
  const bytes = about.hidesNames ? about.size : 0;
  const answer = await work("unlocking", bytes, () => orders.give("unlock", { password }));
  if (answer) {
    field.value = "";
    part("show").checked = false;
    field.type = "password";
    unlocked(orders.listing);
  } else {
    field.focus();
    field.select();
  }
}

/** Everything decrypted is forgotten; the password is asked for again. */
function lockAgain() {
  listing = [];
  rows.show([]);
  tell();
  done();
  if (!about.needsPassword) {
    start();
    about = undefined;
    name = "";
    enter("empty");
    return;
  }
  take(files);
}

function read(entry) {
  return work("reading", entry.size, () => orders.give("read", { index: entry.index }));
}

async function view(entry) {
  const blob = await read(entry);
  if (!blob) {
    return;
  }
  viewed = { entry, blob };
  part("viewed").textContent = shown(entry.path);
  part("stage").replaceChildren(await stageFor(entry.path, blob));
  part("viewer").showModal();
}

async function saveOne(entry) {
  const blob = await read(entry);
  if (blob) {
    hand(entry.path, blob);
    done("saved", { count: 1 });
  }
}

/** From here on something readable is on this computer, and the page says so. */
function hand(path, blob) {
  save(fileName(path), blob);
  savedSome = true;
  say();
}

function wanted() {
  const chosen = rows.chosenEntries;
  return chosen.length ? chosen : listing.filter((entry) => !entry.unprotected);
}

async function saveEach() {
  const entries = wanted().filter((entry) => !entry.directory && !entry.link);
  const unprotected = listing.length - wanted().length;
  let saved = 0;
  for (const entry of entries) {
    const blob = await read(entry);
    if (!blob) {
      break;
    }
    hand(entry.path, blob);
    saved++;
    await new Promise((resolve) => setTimeout(resolve, BETWEEN_FILES_MS));
  }
  if (saved) {
    done("saved", { count: saved }, leftOut(rows.chosen.size ? 0 : unprotected, 0));
  }
}

/** What was not saved, and why. */
function leftOut(unprotected, unsafe) {
  return [
    unprotected ? text("left-out.unprotected", { count: unprotected }) : "",
    unsafe ? text("left-out.unsafe", { count: unsafe }) : "",
  ].filter(Boolean);
}

async function saveZip() {
  const entries = wanted();
  const bytes = entries.reduce((sum, entry) => sum + entry.size, 0);
  const some = rows.chosen.size > 0;
  const indexes = some ? entries.map((entry) => entry.index) : undefined;
  const made = await work("reading", bytes, () => orders.give("bundle", { indexes }));
  if (made) {
    hand(`${name.replace(/\.zip$/i, "")}-${text("bundle.name")}.zip`, made.blob);
    done("saved.zip", { count: made.saved }, leftOut(made.unprotected, made.unsafe));
  }
}

function entryOf(element) {
  const index = Number(element.closest("tr").dataset.index);
  return listing.find((entry) => entry.index === index);
}

function listen() {
  part("choose").onclick = () => part("files").click();
  part("files").onchange = ({ target }) => {
    const chosen = [...target.files].map((file) => ({ name: file.name, blob: file }));
    target.value = "";
    take(chosen);
  };
  part("other").onclick = () => part("files").click();
  part("lock").onsubmit = (event) => {
    event.preventDefault();
    unlock();
  };
  part("show").onchange = ({ target }) => {
    part("password").type = target.checked ? "text" : "password";
  };
  part("cancel").onclick = () => orders.cancel();
  part("lock-again").onclick = lockAgain;
  part("save-zip").onclick = saveZip;
  part("save-each").onclick = saveEach;
  part("find").oninput = ({ target }) => {
    rows.find(target.value);
    count();
  };
  part("all").onchange = ({ target }) => {
    rows.chooseAll(target.checked);
    count();
  };
  part("rows").onchange = ({ target }) => {
    rows.choose(entryOf(target).index, target.checked);
    count();
  };
  part("rows").onclick = ({ target }) => {
    const order = target.dataset?.order;
    if (order) {
      (order === "view" ? view : saveOne)(entryOf(target));
    }
  };
  part("close").onclick = () => part("viewer").close();
  part("save-viewed").onclick = () => hand(viewed.entry.path, viewed.blob);
  part("viewer").onclose = () => {
    forgetPicture();
    viewed = undefined;
    part("stage").replaceChildren();
  };
  part("language").onclick = () => {
    language = nextLanguage();
    speak();
    rows.find(part("find").value);
    tell(lastTrouble);
    done();
    enter(state);
  };
  listenToDrops();
}

function listenToDrops() {
  document.ondragover = (event) => {
    event.preventDefault();
    part("drop").classList.add("over");
  };
  document.ondragleave = () => part("drop").classList.remove("over");
  document.ondrop = (event) => {
    event.preventDefault();
    part("drop").classList.remove("over");
    if (!cameInside && part("working").hidden) {
      take([...event.dataTransfer.files].map((file) => ({ name: file.name, blob: file })));
    }
  };
}

async function begin() {
  speak();
  if (typeof DecompressionStream === "undefined") {
    tell({ kind: "old-browser" });
    return;
  }
  start();
  listen();
  cameInside = document.querySelector("script[data-part]") !== null;
  enter("empty");
  if (cameInside) {
    total = 1;
    const parts = await work("opening", 0, () =>
      embeddedParts((share) => {
        part("progress").value = share;
      }),
    );
    if (parts) {
      await take(parts);
    }
  }
}

begin();
