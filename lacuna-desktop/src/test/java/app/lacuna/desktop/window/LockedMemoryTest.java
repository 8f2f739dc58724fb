package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.job.RoundRunJob;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.awt.image.BufferedImage;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.graphics.image.JPEGFactory;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** "Nothing readable in memory", says the foot of the locked page; here the memory is looked at. */
@Tag("slow")
class LockedMemoryTest {
    @TempDir Path folder;

    private static String unique() {
        byte[] bytes = new byte[9];
        new Random().nextBytes(bytes);
        return "q" + HexFormat.of().formatHex(bytes);
    }

    @Test
    void neitherPasswordNorNamesNorContentsAreLeftInTheWindowAfterLocking() throws Exception {
        String password = unique();
        String name = unique();
        String contents = unique();
        String cells = unique();
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Path text = Files.writeString(dig.resolve(name + ".txt"), (contents + " ").repeat(300));
        Path table =
                Files.writeString(dig.resolve(name + ".csv"), ("point;" + cells + "\n").repeat(40));
        Path archive =
                InWindow.packed(
                        folder.resolve("a.zip"),
                        PackOptions.STANDARD.withNames(Names.HIDDEN),
                        password,
                        List.of(text, table, pdf(dig.resolve(name + ".pdf"))));
        String found = unique();
        saveRound(dig, found, password);
        Path key = Files.writeString(folder.resolve("key"), password);
        Path dump = folder.resolve("heap.hprof");
        File words = folder.resolve("words").toFile();

        List<String> command = new ArrayList<>();
        if (canTrace()) {
            command.addAll(
                    List.of(
                            "strace",
                            "-f",
                            "-qq",
                            "-e",
                            "trace=open,openat,creat",
                            "-o",
                            folder.resolve("trace").toString()));
        }
        command.addAll(
                List.of(
                        Path.of(System.getProperty("java.home"), "bin/java").toString(),
                        "-Xmx400m",
                        "-Dprism.order=sw",
                        "-Djava.util.prefs.userRoot=" + folder,
                        "-cp",
                        System.getProperty("java.class.path"),
                        LockThenDumpHeap.class.getName(),
                        archive.toString(),
                        key.toString(),
                        folder.resolve("state").toString(),
                        dump.toString()));
        Process process =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(words).start();
        assertThat(process.waitFor(180, TimeUnit.SECONDS)).isTrue();
        assertThat(process.exitValue()).as(Files.readString(words.toPath())).isZero();

        byte[] memory = Files.readAllBytes(dump);
        assertThat(count(memory, "winter".getBytes(StandardCharsets.US_ASCII)))
                .as("a text of the program is found, so that the search works")
                .isPositive();
        assertThat(found(memory, password)).as("the password").isZero();
        assertThat(found(memory, name)).as("a name").isZero();
        assertThat(found(memory, found)).as("a name in a generation").isZero();
        assertThat(found(memory, contents)).as("contents of a text").isZero();
        assertThat(found(memory, cells)).as("contents of a table").isZero();
        if (Files.exists(folder.resolve("trace"))) {
            assertThat(created()).as("no file was made of what was looked at").isEmpty();
        }
    }

    /** A backup with one generation, which has a file of this name in it. */
    private void saveRound(Path dig, String name, String password) throws IOException {
        Path trench = Files.createDirectory(dig.resolve("trench"));
        Files.writeString(trench.resolve(name), "ebb");
        Round round =
                new Round(
                                "Evening copy",
                                List.of(trench),
                                List.of(),
                                false,
                                Files.createDirectory(folder.resolve("drive")),
                                "Evening copy",
                                Protection.AES_256,
                                Names.HIDDEN,
                                Method.DEFLATE,
                                Optional.empty())
                        .with(Backup.usual());
        try (Secret secret = Secret.takeOver(password.toCharArray())) {
            new RoundRunJob(
                            round,
                            secret,
                            RoundRunJob.Wish.USUAL,
                            Clock.systemDefaultZone(),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
        new RoundStore(folder.resolve("state")).save(round);
    }

    private static boolean canTrace() throws InterruptedException {
        try {
            return new ProcessBuilder("strace", "-o", "/dev/null", "true").start().waitFor() == 0;
        } catch (IOException e) {
            return false;
        }
    }

    /** With a photograph in it, which goes through the decoders for pictures. */
    private static Path pdf(Path file) throws IOException {
        BufferedImage picture = new BufferedImage(400, 300, BufferedImage.TYPE_INT_RGB);
        for (int x = 0; x < 400; x++) {
            picture.setRGB(x, x % 300, 0xA8341C);
        }
        try (PDDocument document = new PDDocument()) {
            PDPage page = new PDPage();
            document.addPage(page);
            try (PDPageContentStream contents = new PDPageContentStream(document, page)) {
                contents.drawImage(JPEGFactory.createFromImage(document, picture), 50, 400);
            }
            document.save(file.toFile());
        }
        return file;
    }

    /** Files that the process made in places where anybody's files may be. */
    private List<String> created() throws IOException {
        Pattern made = Pattern.compile("(?:open|openat|creat)\\(.*?\"([^\"]+)\".*O_CREAT");
        List<String> found = new ArrayList<>();
        for (String line : Files.readAllLines(folder.resolve("trace"))) {
            Matcher matcher = made.matcher(line);
            if (matcher.find() && !isKnown(matcher.group(1))) {
                found.add(matcher.group(1));
            }
        }
        return found;
    }

    /** The program's own state, the dump, and what Java and the toolkit keep for themselves. */
    private boolean isKnown(String path) {
        return path.startsWith(folder.toString())
                || path.contains("hsperfdata")
                || path.contains(".openjfx")
                || path.contains(".java/")
                || path.contains("fontconfig")
                || path.contains("dconf")
                || path.contains("+JXF") // the program's own fonts
                || path.matches("\\d+") // of a process, below /proc
                || path.contains("pdfbox")
                || path.startsWith("/dev/")
                || path.startsWith("/proc/");
    }

    /** As bytes, and as characters of two bytes. */
    private static int found(byte[] memory, String secret) {
        return count(memory, secret.getBytes(StandardCharsets.UTF_8))
                + count(memory, secret.getBytes(StandardCharsets.UTF_16BE))
                + count(memory, secret.getBytes(StandardCharsets.UTF_16LE));
    }

    private static int count(byte[] memory, byte[] wanted) {
        int found = 0;
        for (int i = 0; i + wanted.length <= memory.length; i++) {
            int at = 0;
            while (at < wanted.length && memory[i + at] == wanted[at]) {
                at++;
            }
            if (at == wanted.length) {
                found++;
            }
        }
        return found;
    }
}
