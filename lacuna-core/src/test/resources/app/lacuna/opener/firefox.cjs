// The opener page in Firefox, which puppeteer drives without a program in between.
//   node firefox.cjs FIREFOX PAGE DOWNLOADS PASSWORD ARCHIVE-OR-PARTS...
const fs = require("node:fs");
const puppeteer = require("puppeteer-core");

const [, , executablePath, page, downloads, password, ...files] = process.argv;

// The page hands the file over and is done; the browser writes it after that, under another name
// until it is whole.
const isWritten = async () => {
  for (let looked = 0; looked < 300; looked++) {
    const names = fs.readdirSync(downloads);
    const isWhole = (name) =>
      !name.endsWith(".part") &&
      fs.statSync(`${downloads}/${name}`, { throwIfNoEntry: false })?.size > 0;
    if (names.length > 0 && names.every(isWhole)) {
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error("The browser wrote no file.");
};

(async () => {
  const browser = await puppeteer.launch({
    browser: "firefox",
    executablePath,
    headless: true,
    extraPrefsFirefox: {
      "browser.download.folderList": 2,
      "browser.download.dir": downloads,
      "intl.accept_languages": "en",
    },
  });
  try {
    const tab = await browser.newPage();
    const errors = [];
    tab.on("pageerror", (error) => errors.push(error.message));
    await tab.goto(`file://${page}`);
    const words = (id) => tab.$eval(id, (element) => element.textContent);
    const until = (...ids) =>
      tab.waitForFunction(
        (all) =>
          document.querySelector("#working").hidden &&
          all.some((id) => !document.querySelector(id).hidden),
        { timeout: 60_000 },
        ids,
      );
    await (await tab.$("#files")).uploadFile(...files);
    await until("#lock");
    await tab.type("#password", "wrong");
    await tab.click("#unlock");
    await until("#trouble");
    const wrong = await words("#trouble");
    await tab.$eval("#password", (field) => (field.value = ""));
    await tab.type("#password", password);
    await tab.click("#unlock");
    await until("#inside");
    const open = await words("#sentence");
    await tab.click("#save-zip");
    await until("#done");
    await isWritten();
    console.log(JSON.stringify({ wrong, open, errors }));
  } finally {
    await browser.close();
  }
})().catch((error) => {
  console.error(error.message);
  process.exit(1);
});
