package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.compression.Method;
import app.lacuna.job.Jobs;
import app.lacuna.job.OpenerJob;
import app.lacuna.job.PackResult;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.io.InputStream;
import java.net.ServerSocket;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Enumeration;
import java.util.List;
import java.util.OptionalLong;
import java.util.Random;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import javax.crypto.SecretKeyFactory;
import javax.crypto.spec.PBEKeySpec;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

/** What the opener page does in a real browser, opened from a file, with archives of ours. */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class InChromiumTest {
    /** Letters with accents, which can be written in two ways, and of another script. */
    private static final String PASSWORD = "Grüße vom Damm 発掘";

    private static final PackOptions PLAIN = options(Names.VISIBLE);
    private static final PackOptions HIDDEN = options(Names.HIDDEN);

    private Path folder;
    private Browser browser;
    private Path beside;
    private Path finds;

    private static PackOptions options(Names names) {
        return new PackOptions(
                Protection.AES_256, names, Method.DEFLATE, PackOptions.STANDARD.level(), "");
    }

    @BeforeAll
    void start(@TempDir Path given) throws IOException {
        folder = given;
        finds = folder.resolve("finds");
        Files.createDirectories(finds.resolve("to-be-scanned"));
        Files.createDirectories(finds.resolve("survey"));
        Files.writeString(finds.resolve("site-diary.txt"), "Quiet and grey.\n".repeat(5000));
        Files.writeString(finds.resolve("survey/Grübchenware №12.csv"), "find;context\nÄ;7\n");
        byte[] noise = new byte[700_000];
        new Random(12).nextBytes(noise);
        Files.write(finds.resolve("survey/levels.bin"), noise);
        Files.createFile(finds.resolve("nothing.txt"));
        beside = page(List.of(), folder.resolve("page.html"));
        browser = Browser.start(folder.resolve("browser"), "en");
    }

    @AfterAll
    void stop() {
        browser.close();
    }

    private static Path page(List<Path> inside, Path name) throws IOException {
        return new OpenerJob(
                        inside, name, Existing.KEEP, ProgressListener.none(), CancelToken.never())
                .run()
                .page();
    }

    private Path pack(String name, PackOptions options) throws IOException {
        return Jobs.pack(folder.resolve(name), options, PASSWORD, finds).archive();
    }

    /** Everything saved as one ZIP is, by Java's own reader, what was packed. */
    private void allComesOut(String archive) throws IOException {
        browser.click("save-zip");
        Path saved = browser.saved(archive.replace(".zip", "-readable.zip"));
        int files = 0;
        try (ZipFile zip = new ZipFile(saved.toFile())) {
            for (Enumeration<? extends ZipEntry> all = zip.entries(); all.hasMoreElements(); ) {
                ZipEntry entry = all.nextElement();
                Path original = folder.resolve(entry.getName());
                assertThat(Files.isDirectory(original)).isEqualTo(entry.isDirectory());
                if (!entry.isDirectory()) {
                    files++;
                    try (InputStream in = zip.getInputStream(entry)) {
                        assertThat(in.readAllBytes()).isEqualTo(Files.readAllBytes(original));
                    }
                }
            }
            assertThat(zip.getEntry("finds/to-be-scanned/")).isNotNull();
        }
        assertThat(files).isEqualTo(4);
        Files.delete(saved);
    }

    @Test
    void visibleNamesOpen() throws IOException {
        browser.open(beside).choose(pack("plain.zip", PLAIN)).unlock(PASSWORD);
        assertThat(browser.words("sentence")).startsWith("plain.zip is open: 4 files, 780 kB.");
        assertThat(browser.names())
                .containsExactly(
                        "nothing.txt",
                        "site-diary.txt",
                        "to-be-scanned/ (empty folder)",
                        "Grübchenware №12.csv",
                        "levels.bin");
        assertThat(browser.folders()).containsExactly("finds/", "finds/survey/");
        allComesOut("plain.zip");
        assertThat(browser.words("done")).contains("each checked");
        assertThat(browser.words("sentence"))
                .endsWith("What you saved is readable on this computer now.");
        browser.hasNoErrors();
    }

    @Test
    void hiddenNamesOpenInOneStep() throws IOException {
        browser.open(beside).choose(pack("hidden.zip", HIDDEN)).until("lock");
        assertThat(browser.words("sentence")).contains("hides even the names");
        browser.unlock(PASSWORD);
        assertThat(browser.names()).contains("Grübchenware №12.csv").hasSize(5);
        allComesOut("hidden.zip");
    }

    @Tag("slow")
    @Test
    void theArchiveCanBeInside() throws IOException {
        Path archive = pack("inside.zip", HIDDEN);
        browser.open(page(List.of(archive), folder.resolve("inside.html"))).unlock(PASSWORD);
        allComesOut("inside.zip");
        assertThat(browser.find("drop").isDisplayed()).isFalse();
    }

    private PackResult split(String name, PackOptions options) throws IOException {
        OptionalLong size = OptionalLong.of(200_000);
        return Jobs.pack(folder.resolve(name), options, size, PASSWORD, finds);
    }

    @Tag("slow")
    @Test
    void partsAreTakenInAnyOrder() throws IOException {
        List<Path> parts = split("parts.zip", PLAIN).files();
        assertThat(parts).hasSize(4);
        browser.open(beside)
                .choose(parts.get(2), parts.get(3), parts.get(0), parts.get(1))
                .unlock(PASSWORD);
        allComesOut("parts.zip");
        browser.open(page(parts, folder.resolve("parts.html"))).unlock(PASSWORD);
        allComesOut("parts.zip");
    }

    @Tag("slow")
    @Test
    void aMissingPartIsNamed() throws IOException {
        List<Path> parts = split("missing.zip", HIDDEN).files();
        browser.open(beside).choose(parts.get(0), parts.get(2), parts.get(3)).until("trouble");
        assertThat(browser.words("trouble")).contains("The part missing.z02 is missing.");
        browser.choose(parts.get(0), parts.get(1), parts.get(2)).until("trouble");
        assertThat(browser.words("trouble")).contains("The part missing.zip is missing.");
        browser.choose(parts.get(3)).until("trouble");
        assertThat(browser.words("trouble")).contains("The part missing.z01 is missing.");
        browser.choose(parts.get(3), beside).until("trouble");
        assertThat(browser.words("trouble")).contains("not the parts of one archive");
        browser.choose(parts.toArray(new Path[0])).unlock(PASSWORD);
        assertThat(browser.names()).hasSize(5);
    }

    @Test
    void aWrongPasswordIsSaidAndNothingIsLost() throws IOException {
        browser.open(beside).choose(pack("wrong.zip", HIDDEN)).unlock("wrong");
        assertThat(browser.words("trouble")).startsWith("This password does not open the archive.");
        browser.unlock("");
        assertThat(browser.words("trouble")).startsWith("No password was typed.");
        browser.unlock(PASSWORD);
        assertThat(browser.find("trouble").isDisplayed()).isFalse();
        browser.click("lock-again");
        browser.until("lock");
        assertThat(browser.names()).isEmpty();
        assertThat(browser.find("password").getDomProperty("value")).isEmpty();
    }

    @Tag("slow")
    @Test
    void anAccentWrittenInTwoWaysIsTheSamePassword() throws IOException {
        String apart = java.text.Normalizer.normalize(PASSWORD, java.text.Normalizer.Form.NFD);
        assertThat(apart).isNotEqualTo(PASSWORD);
        browser.open(beside).choose(pack("spelled.zip", HIDDEN)).unlock(apart);
        assertThat(browser.names()).hasSize(5);
    }

    /** One bit in the middle of the large file. */
    private static Path flipped(Path archive) throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 0x10;
        return Files.write(archive.resolveSibling("flipped-" + archive.getFileName()), bytes);
    }

    @Test
    void oneChangedBitIsNoticedAndNothingIsHandedOut() throws IOException {
        long before = browser.savedFiles();
        browser.open(beside).choose(flipped(pack("bit.zip", PLAIN))).unlock(PASSWORD);
        browser.click("save", "levels.bin");
        browser.until("trouble");
        assertThat(browser.words("trouble")).contains("damaged or changed on its way");
        browser.click("save-zip");
        browser.until("trouble");
        assertThat(browser.savedFiles()).isEqualTo(before);
        browser.click("save", "Grübchenware №12.csv");
        Path saved = browser.saved("Grübchenware №12.csv");
        assertThat(Files.mismatch(saved, finds.resolve("survey/Grübchenware №12.csv")))
                .isNegative();
        Files.delete(saved);
        browser.open(beside).choose(flipped(pack("bit-hidden.zip", HIDDEN))).unlock(PASSWORD);
        assertThat(browser.words("trouble"))
                .startsWith("The password is wrong, or the archive was damaged");
        assertThat(browser.find("inside").isDisplayed()).isFalse();
    }

    /**
     * The two bytes that tell of a wrong password let one in 65,536 pass. So that it need not be
     * looked for, they are made to fit; keys after the AE specification of 2009 (1,000 rounds).
     */
    @Test
    void aWrongPasswordThatPassesTheFirstCheckGivesNoFile() throws Exception {
        byte[] bytes = Files.readAllBytes(pack("chance.zip", HIDDEN));
        ByteBuffer header = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
        int salt = 30 + header.getShort(26) + header.getShort(28);
        PBEKeySpec derivation =
                new PBEKeySpec(
                        "wrong".toCharArray(),
                        java.util.Arrays.copyOfRange(bytes, salt, salt + 16),
                        1_000,
                        (32 + 32 + 2) * 8);
        byte[] keys =
                SecretKeyFactory.getInstance("PBKDF2WithHmacSHA1")
                        .generateSecret(derivation)
                        .getEncoded();
        bytes[salt + 16] = keys[64];
        bytes[salt + 17] = keys[65];
        Path archive = Files.write(folder.resolve("passes.zip"), bytes);
        browser.open(beside).choose(archive).unlock("wrong");
        assertThat(browser.words("trouble")).startsWith("The password is wrong, or the archive");
        assertThat(browser.names()).isEmpty();
    }

    @Tag("slow")
    @Test
    void whatIsNoArchiveIsSaid() throws IOException {
        Path text = Files.writeString(folder.resolve("letter.zip"), "no archive at all ".repeat(9));
        browser.open(beside).choose(text).until("trouble");
        assertThat(browser.words("trouble")).startsWith("This file is not a ZIP archive.");
        byte[] whole = Files.readAllBytes(pack("cut.zip", HIDDEN));
        Path cut =
                Files.write(
                        folder.resolve("cut-short.zip"),
                        java.util.Arrays.copyOf(whole, whole.length - 40));
        browser.choose(cut).until("trouble");
        assertThat(browser.words("trouble")).startsWith("The end of the archive is missing");
        Path empty = Files.createFile(folder.resolve("empty.zip"));
        browser.choose(empty).until("trouble");
        assertThat(browser.words("trouble")).startsWith("This file is not a ZIP archive.");
        assertThat(browser.find("drop").isDisplayed()).isTrue();
    }

    /** Made by another writer: names that lead out, that are HTML, that are written backwards. */
    @Tag("slow")
    @Test
    void namesMeanNothingToThePage() throws IOException {
        Path archive = folder.resolve("names.zip");
        String html = "<img src=x onerror=document.title='evil'>.txt";
        try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(archive))) {
            for (String name :
                    List.of("../../up.txt", "/root.txt", "a\\b.txt", html, "x\u202Egpj.exe")) {
                zip.putNextEntry(new ZipEntry(name));
                zip.write(name.getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        }
        browser.open(beside).choose(archive).until("inside");
        assertThat(browser.names()).contains(html, "x\uFFFDgpj.exe");
        browser.click("save-zip");
        try (ZipFile zip = new ZipFile(browser.saved("names-readable.zip").toFile())) {
            assertThat(zip.stream().map(ZipEntry::getName))
                    .allMatch(
                            name ->
                                    !name.startsWith("/")
                                            && !name.contains("..")
                                            && !name.contains("\\"))
                    .hasSize(5);
        }
        assertThat(browser.run("return document.title")).isEqualTo("names.zip · Lacuna");
        browser.hasNoErrors();
    }

    @Tag("slow")
    @Test
    void twoThousandEntriesAreListedAndFound() throws IOException {
        Path many = Files.createDirectories(folder.resolve("many"));
        for (int i = 0; i < 2000; i++) {
            Files.writeString(many.resolve("sherd-%04d.txt".formatted(i)), "sherd " + i);
        }
        Path archive = Jobs.pack(folder.resolve("many.zip"), HIDDEN, PASSWORD, many).archive();
        browser.open(beside).choose(archive).unlock(PASSWORD);
        assertThat(browser.words("count")).isEqualTo("2,000 items");
        browser.find("find").sendKeys("SHERD-19");
        assertThat(browser.words("count")).isEqualTo("100 items");
        assertThat(browser.names()).hasSize(100).allMatch(name -> name.startsWith("sherd-19"));
        browser.click("all");
        assertThat(browser.words("save-zip")).isEqualTo("Save the chosen as an open ZIP");
        browser.click("save-zip");
        Path saved = browser.saved("many-readable.zip");
        try (ZipFile zip = new ZipFile(saved.toFile())) {
            assertThat(zip.size()).isEqualTo(100);
            ZipEntry entry = zip.getEntry("many/sherd-1905.txt");
            assertThat(zip.getInputStream(entry).readAllBytes())
                    .isEqualTo("sherd 1905".getBytes(StandardCharsets.UTF_8));
        }
    }

    @Tag("slow")
    @Test
    void itIsUsedByKeysAlone() throws IOException {
        Path archive = pack("keys.zip", HIDDEN);
        browser.open(page(List.of(archive), folder.resolve("keys.html"))).until("lock");
        browser.press(PASSWORD + Keys.ENTER); // the field has the focus
        browser.until("inside");
        browser.press("diary" + Keys.TAB); // find, lock again, all, first tick, first name
        browser.press(Keys.TAB);
        browser.press(Keys.TAB);
        browser.press(Keys.TAB);
        browser.press(Keys.ENTER);
        browser.until("viewer");
        assertThat(browser.words("viewed")).isEqualTo("finds/site-diary.txt");
        assertThat(browser.words("stage")).startsWith("Quiet and grey.");
        browser.press(Keys.ESCAPE);
        assertThat(browser.find("viewer").isDisplayed()).isFalse();
        assertThat(browser.words("stage")).isEmpty();
        browser.press(Keys.TAB);
        browser.press(Keys.ENTER);
        Path saved = browser.saved("site-diary.txt");
        assertThat(Files.mismatch(saved, finds.resolve("site-diary.txt"))).isNegative();
    }

    @Tag("slow")
    @Test
    void filesAreSavedOneByOne() throws IOException {
        browser.open(beside).choose(pack("each.zip", HIDDEN)).unlock(PASSWORD);
        browser.find("find").sendKeys("survey");
        browser.click("all");
        browser.click("save-each");
        browser.until("done");
        assertThat(browser.words("done")).startsWith("2 files handed to the browser");
        assertThat(Files.mismatch(browser.saved("levels.bin"), finds.resolve("survey/levels.bin")))
                .isNegative();
    }

    /** Neither what the page does nor what somebody puts into it reaches anybody. */
    @Test
    void nothingIsAskedForAndNothingCanBeSent() throws IOException {
        Path archive = pack("requests.zip", HIDDEN);
        Path page = page(List.of(archive), folder.resolve("requests.html"));
        try (ServerSocket server = new ServerSocket(0)) {
            server.setSoTimeout(1);
            browser.requests();
            browser.open(page).unlock(PASSWORD);
            browser.click("view", "site-diary.txt");
            browser.until("viewer");
            assertThat(browser.requests())
                    .isNotEmpty()
                    .allMatch(url -> url.startsWith("file:") || url.startsWith("blob:"));
            String address = "http://127.0.0.1:" + server.getLocalPort() + "/";
            Object answer =
                    browser.runAndWait(
                            ("const done = arguments[0]; const a = '%s';"
                                            + "new Image().src = a;"
                                            + "navigator.sendBeacon(a, 'x');"
                                            + "try { new WebSocket(a.replace('http', 'ws')); }"
                                            + " catch { }"
                                            + "const s = document.createElement('script');"
                                            + "s.src = a; document.body.append(s);"
                                            + "fetch(a).then(() => done('sent'),"
                                            + " () => setTimeout(() => done('refused'), 300));")
                                    .formatted(address));
            assertThat(answer).isEqualTo("refused");
            org.assertj.core.api.Assertions.assertThatThrownBy(server::accept)
                    .isInstanceOf(java.net.SocketTimeoutException.class);
        }
    }

    @Tag("slow")
    @Test
    void withoutWorkersAndWebAssemblyItIsOnlySlower() throws IOException {
        try (Browser strict = Browser.start(folder.resolve("strict"), "en")) {
            strict.forbidding().open(beside).choose(pack("strict.zip", HIDDEN)).unlock("wrong");
            assertThat(strict.words("trouble")).startsWith("This password does not open");
            strict.unlock(PASSWORD);
            assertThat(strict.names()).hasSize(5);
            assertThat(strict.run("return typeof Worker")).isEqualTo("undefined");
            strict.hasNoErrors();
        }
    }

    @Tag("slow")
    @Test
    void itSpeaksTheLanguageOfTheBrowser() throws IOException {
        try (Browser german = Browser.start(folder.resolve("german"), "de")) {
            german.open(beside).choose(pack("german.zip", HIDDEN)).unlock("falsch");
            assertThat(german.words("trouble"))
                    .startsWith("Dieses Passwort öffnet das Archiv nicht");
            assertThat(german.run("return document.documentElement.lang")).isEqualTo("de");
            german.click("language");
            assertThat(german.words("trouble")).startsWith("This password does not open");
        }
    }
}
