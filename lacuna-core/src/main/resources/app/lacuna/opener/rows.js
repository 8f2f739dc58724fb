// The list. Thousands of rows are added some hundred at a time, so that the page stays awake.

const ROWS_AT_ONCE = 80;
const ROWS_AT_FIRST = 3000;

class Rows {
  constructor(body, more) {
    this.body = body;
    this.more = more;
    this.entries = [];
    this.found = [];
    this.chosen = new Set();
    this.drawing = 0;
  }

  show(entries) {
    this.entries = entries;
    this.chosen.clear();
    this.find("");
  }

  /** Those whose path has all the words in it, accents or not. */
  find(words) {
    const wanted = plain(words).split(/\s+/).filter(Boolean);
    this.found = wanted.length
      ? this.entries.filter((entry) => {
          entry.plain ??= plain(entry.path);
          return wanted.every((word) => entry.plain.includes(word));
        })
      : this.entries;
    this.body.replaceChildren();
    this.folder = "";
    this.draw(0, ROWS_AT_FIRST);
  }

  draw(from, to) {
    const drawing = ++this.drawing;
    const step = (at) => {
      if (drawing !== this.drawing) {
        return;
      }
      const until = Math.min(at + ROWS_AT_ONCE, to, this.found.length);
      for (const entry of this.found.slice(at, until)) {
        this.append(entry);
      }
      if (until < Math.min(to, this.found.length)) {
        requestAnimationFrame(() => setTimeout(() => step(until)));
      }
    };
    step(from);
    const left = this.found.length - to;
    this.more.hidden = left <= 0;
    this.more.textContent = left > 0 ? text("more", { count: left }) : "";
    this.more.onclick = () => this.draw(to, to + ROWS_AT_FIRST);
  }

  /** Under the name of its folder, which is said once for all that follow. */
  append(entry) {
    const { folder } = entry;
    if (folder !== this.folder) {
      this.folder = folder;
      const heading = document.createElement("tr");
      heading.className = "folder";
      const said = cell("quiet", shown(folder) || text("row.top"));
      said.colSpan = 4;
      heading.append(said, cell("changed", "")); // a narrow page has no fifth column
      this.body.append(heading);
    }
    this.body.append(this.row(entry, shown(entry.path.slice(folder.length))));
  }

  row(entry, name) {
    const row = document.createElement("tr");
    row.dataset.index = entry.index;
    const tick = document.createElement("input");
    tick.type = "checkbox";
    tick.checked = this.chosen.has(entry.index);
    tick.setAttribute("aria-label", text("row.choose", { name }));
    row.append(cell("tick", tick), this.nameCell(entry, name));
    row.append(cell("number mono quiet", entry.directory ? "" : size(entry.size)));
    row.append(cell("number mono quiet changed", day(entry.modified)));
    if (entry.directory || entry.link) {
      row.append(cell("", ""));
    } else {
      const save = button("save", text("save"), text("row.save", { name }));
      row.append(cell("", save));
    }
    return row;
  }

  nameCell(entry, name) {
    const pieces = [
      entry.directory || entry.link ? name : button("view", name, text("row.view", { name })),
    ];
    for (const [is, key] of [
      [entry.directory, "row.folder"],
      [entry.link, "row.link"],
      [entry.unprotected, "row.unprotected"],
    ]) {
      if (is) {
        pieces.push(quiet(` ${text(key)}`));
      }
    }
    return cell("name", ...pieces);
  }

  choose(index, chosen) {
    if (chosen) {
      this.chosen.add(index);
    } else {
      this.chosen.delete(index);
    }
  }

  /** All that were found. */
  chooseAll(chosen) {
    this.found.forEach((entry) => this.choose(entry.index, chosen));
    for (const tick of this.body.querySelectorAll("input")) {
      tick.checked = chosen;
    }
  }

  get chosenEntries() {
    return this.entries.filter((entry) => this.chosen.has(entry.index));
  }
}

function plain(words) {
  return words.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();
}

function cell(kind, ...children) {
  const made = document.createElement("td");
  made.className = kind;
  made.append(...children);
  return made;
}

function quiet(words) {
  const made = document.createElement("span");
  made.className = "quiet";
  made.textContent = words;
  return made;
}

function button(order, words, label) {
  const made = document.createElement("button");
  made.type = "button";
  made.className = "link";
  made.dataset.order = order;
  made.textContent = words;
  made.setAttribute("aria-label", label);
  return made;
}
