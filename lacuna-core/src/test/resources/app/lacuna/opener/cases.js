// Runs the engine of the opener page under Node on one archive, and prints what it answers.
//   node cases.js PAGE ARCHIVE PASSWORDS [save]     PASSWORDS: JSON list, tried one after another
const fs = require("fs");

const [, , page, file, passwords, save] = process.argv;
const html = fs.readFileSync(page, "utf8");
const from = html.indexOf("function engine(self)");
const engine = new Function(`${html.slice(from, html.indexOf("</script>", from))}; return engine;`)();

const desk = {};
engine(desk);

function ask(message) {
  return new Promise((resolve) => {
    desk.postMessage = (data) => {
      if (!data.listed && data.bytes === undefined) {
        resolve(data);
      }
    };
    desk.onmessage({ data: { id: 1, ...message } });
  });
}

(async () => {
  const files = [{ name: "a.zip", blob: new Blob([fs.readFileSync(file)]) }];
  const opened = await ask({ order: "open", files });
  const result = { open: opened.trouble || "opens", unlock: [] };
  for (const password of opened.trouble ? [] : JSON.parse(passwords)) {
    result.unlock.push((await ask({ order: "unlock", password })).trouble || "opens");
  }
  if (save && !opened.trouble) {
    const begun = Date.now();
    const { answer, trouble } = await ask({ order: "bundle" });
    result.trouble = trouble;
    result.milliseconds = Date.now() - begun;
    if (answer) {
      const { blob, ...counts } = answer;
      Object.assign(result, counts);
      fs.writeFileSync(`${file}.saved.zip`, Buffer.from(await blob.arrayBuffer()));
    }
  }
  console.log(JSON.stringify(result));
})();
