// Takes orders, one at a time, and answers each: in a worker, so that the page never waits.
//   {id, order, ...}  ->  {id, bytes} while it goes on, {id, listed} for pieces of the list, then
//                         {id, answer} or {id, trouble, slots}

let archive;
let running;

const ORDERS = {
  async open({ files, id }) {
    archive = undefined;
    const opened = await Archive.open(files);
    archive = opened;
    if (!opened.needsPassword) {
      list(id);
    }
    return {
      size: opened.size,
      needsPassword: opened.needsPassword,
      hidesNames: opened.hidesNames,
      parts: opened.blobs.length,
    };
  },

  async unlock({ password, id }, progress, signal) {
    await archive.unlock(password, progress, signal);
    list(id);
    return true;
  },

  read({ index }, progress, signal) {
    return archive.read(index, progress, signal);
  },

  bundle({ indexes }, progress, signal) {
    return archive.bundle(indexes, progress, signal);
  },
};

const LISTED_AT_ONCE = 4000;

/** In pieces: the page takes each over without a pause that anybody would notice. */
function list(id) {
  const listing = archive.listing();
  for (let at = 0; at < listing.length; at += LISTED_AT_ONCE) {
    self.postMessage({ id, listed: listing.slice(at, at + LISTED_AT_ONCE) });
  }
}

const ready = useFastAes();

self.onmessage = async ({ data }) => {
  if (data.order === "cancel") {
    running?.abort();
    return;
  }
  running = new AbortController();
  try {
    await ready;
    const answer = await ORDERS[data.order](data, progressOf(data.id), running.signal);
    self.postMessage({ id: data.id, answer });
  } catch (error) {
    const trouble = troubleOf(error);
    self.postMessage({ id: data.id, trouble: trouble.kind, slots: trouble.slots });
  }
};

const BETWEEN_REPORTS_MS = 100;

function progressOf(id) {
  let bytes = 0;
  let said = 0;
  return (more) => {
    bytes += more;
    const now = performance.now();
    if (now - said >= BETWEEN_REPORTS_MS) {
      said = now;
      self.postMessage({ id, bytes });
    }
  };
}

zip.configure({ useWebWorkers: false, chunkSize: 1 << 19 });
