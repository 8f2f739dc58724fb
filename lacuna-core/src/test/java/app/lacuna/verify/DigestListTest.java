package app.lacuna.verify;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.job.Jobs;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** "sha256sum" reads such a list in {@code LooseEndsTest} of the command line. */
class DigestListTest {
    /** Of "abc": FIPS 180-4, published with the example values of SHA-256 by NIST. */
    private static final String OF_ABC =
            "ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad";

    @TempDir Path folder;

    @Test
    void aLineForEachFileAndNoneForFoldersAndLinks() throws IOException {
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "abc");
        Files.writeString(dig.resolve("odd\\name\n"), "abc");
        Files.createSymbolicLink(dig.resolve("link"), Path.of("a.txt"));
        Path archive = folder.resolve("a.zip");
        Jobs.pack(archive, PackOptions.STANDARD, "ebb", dig);
        try (OpenedArchive opened = Jobs.open(archive, "ebb")) {
            ProofReport report =
                    new Proof(opened, ProgressListener.none(), CancelToken.never())
                            .withDigests()
                            .withoutOriginals();
            String list =
                    new String(
                            DigestList.of(report, opened.listing().entries()),
                            StandardCharsets.UTF_8);
            assertThat(list)
                    .isEqualTo(OF_ABC + "  dig/a.txt\n\\" + OF_ABC + "  dig/odd\\\\name\\n\n");
        }
    }
}
