package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.openpgp.PgpForm;
import app.lacuna.archive.openpgp.PgpOutput;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.LacunaException;
import app.lacuna.error.LimitExceeded;
import app.lacuna.extract.ExtractReport;
import app.lacuna.verify.ProofReport;
import com.github.luben.zstd.ZstdOutputStreamNoFinalizer;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.security.SecureRandom;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.compress.archivers.tar.TarArchiveEntry;
import org.apache.commons.compress.archivers.tar.TarArchiveOutputStream;
import org.apache.commons.compress.archivers.tar.TarConstants;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Backups made by others, who know the password and mean harm. */
class HostileBackupTest {
    private static final String PASSWORD = "ebb tide";
    private static final long BOMB = 3_000_000_000L;

    @TempDir Path folder;
    private Path backup;

    @BeforeEach
    void name() {
        backup = folder.resolve("season.tar.zst.pgp");
    }

    private interface Contents {
        void write(OutputStream out) throws IOException;
    }

    private byte[] message(PgpForm form, Contents contents) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (Secret password = TestTrees.secret(PASSWORD);
                PgpOutput pgp = new PgpOutput(bytes, password, form, new SecureRandom());
                OutputStream zstd = new ZstdOutputStreamNoFinalizer(pgp)) {
            contents.write(zstd);
        }
        return bytes.toByteArray();
    }

    private static void put(TarArchiveOutputStream tar, String name, String text)
            throws IOException {
        TarArchiveEntry entry = new TarArchiveEntry(name, true);
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        entry.setSize(bytes.length);
        tar.putArchiveEntry(entry);
        tar.write(bytes);
        tar.closeArchiveEntry();
    }

    private static void link(TarArchiveOutputStream tar, byte kind, String name, String target)
            throws IOException {
        TarArchiveEntry entry = new TarArchiveEntry(name, kind, true);
        entry.setLinkName(target);
        tar.putArchiveEntry(entry);
        tar.closeArchiveEntry();
    }

    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void extract_withPathsThatEscape_writesNothingOutside(PgpForm form) throws IOException {
        Path outside = Files.createDirectory(folder.resolve("outside"));
        Path secret = Files.writeString(outside.resolve("secret"), "secret");
        Contents contents =
                out -> {
                    try (TarArchiveOutputStream tar = new TarArchiveOutputStream(out)) {
                        put(tar, "good.txt", "good");
                        put(tar, "../outside/up.txt", "x");
                        put(tar, outside + "/absolute.txt", "x");
                        link(tar, TarConstants.LF_SYMLINK, "way", outside.toString());
                        put(tar, "way/through.txt", "x");
                        link(tar, TarConstants.LF_LINK, "hard", "../outside/secret");
                        link(tar, TarConstants.LF_SYMLINK, "again", "../outside/secret");
                        put(tar, "again", "overwritten");
                    }
                };
        Files.write(backup, message(form, contents));
        Path out = folder.resolve("out");
        try {
            ExtractReport report = Jobs.extract(backup, PASSWORD, out);
            assertThat(report.entries()).anyMatch(entry -> !entry.result().cameOut());
            assertThat(out.resolve("good.txt")).hasContent("good");
        } catch (LacunaException e) {
            assertThat(out.resolve("good.txt")).doesNotExist(); // all or what is good
        }
        try (Stream<Path> there = Files.list(outside)) {
            assertThat(there).containsExactly(secret);
        }
        assertThat(secret).hasContent("secret");
        assertThat(Files.exists(out.resolve("hard"), LinkOption.NOFOLLOW_LINKS)).isFalse();
    }

    @Tag("slow")
    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void open_withBomb_stopsAtTheLimit(PgpForm form) throws IOException {
        Contents zeros =
                out -> {
                    TarArchiveOutputStream tar = new TarArchiveOutputStream(out);
                    TarArchiveEntry entry = new TarArchiveEntry("zeros", true);
                    entry.setSize(BOMB);
                    tar.putArchiveEntry(entry);
                    byte[] block = new byte[1_000_000];
                    for (long i = 0; i < BOMB / block.length; i++) {
                        tar.write(block);
                    }
                    tar.closeArchiveEntry();
                    tar.finish();
                };
        Files.write(backup, message(form, zeros));
        assertThat(Files.size(backup)).isLessThan(BOMB / 2_000);
        assertThatThrownBy(
                        () -> {
                            try (OpenedArchive opened = Jobs.open(backup, PASSWORD)) {
                                opened.listing();
                            }
                        })
                .isInstanceOf(LimitExceeded.class);
    }

    /** RFC 9580, 10.3: a message is one encrypted message, not several. */
    @ParameterizedTest
    @EnumSource(PgpForm.class)
    void open_withSecondMessageBehind_reportsTheRest(PgpForm form) throws IOException {
        ByteArrayOutputStream both = new ByteArrayOutputStream();
        for (String name : List.of("first.txt", "second.txt")) {
            both.write(
                    message(
                            form,
                            out -> {
                                TarArchiveOutputStream tar = new TarArchiveOutputStream(out);
                                put(tar, name, name);
                                tar.finish();
                            }));
        }
        Files.write(backup, both.toByteArray());
        try (OpenedArchive opened = Jobs.open(backup, PASSWORD)) {
            assertThat(opened.listing().entries())
                    .extracting(ArchiveEntry::path)
                    .containsExactly("first.txt");
            ProofReport report =
                    new VerifyJob(opened, ProgressListener.none(), CancelToken.never())
                            .run(Optional.empty());
            assertThat(report.archiveIsWhole()).isFalse();
        }
    }
}
