// Hands a file to the browser, which puts it where it puts what is downloaded.

const KEPT_FOR_SAVING_MS = 60_000;

/** What a file may be called in a folder of downloads. */
function fileName(path) {
  const name = path.split(/[/\\]/).filter(Boolean).pop() || "file";
  return shown(name).replace(/[<>:"|?*\ufffd]/g, "_").replace(/^\.+$/, "_");
}

function save(name, blob) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(blob);
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  setTimeout(() => URL.revokeObjectURL(link.href), KEPT_FOR_SAVING_MS);
}
