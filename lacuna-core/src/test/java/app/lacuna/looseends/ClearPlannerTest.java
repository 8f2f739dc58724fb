package app.lacuna.looseends;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ClearPlannerTest {
    @TempDir Path folder;
    private final StubEvidence evidence = new StubEvidence();
    private Path levels;

    @BeforeEach
    void make() throws IOException {
        levels = Files.writeString(folder.resolve("levels.csv"), "1;2");
    }

    private ClearPlan plan(ReadableFile... files) {
        return new ClearPlanner(evidence, CancelToken.never()).plan(List.of(files));
    }

    private void stays(ReadableFile file, Stays why) {
        ClearPlan plan = plan(file);
        assertThat(plan.goes()).isEmpty();
        assertThat(plan.stays()).containsExactly(new Staying(file.path(), why));
    }

    private static ReadableFile now(Path path) throws IOException {
        return ReadableFile.now(path, path.getFileName().toString());
    }

    @Test
    void plainFile_goes_withoutRemarks() throws IOException {
        ClearPlan plan = plan(now(levels));
        assertThat(plan.goes()).extracting(ReadableFile::path).containsExactly(levels);
        assertThat(plan.linkedElsewhere()).isEmpty();
        assertThat(plan.withMore()).isEmpty();
    }

    @Test
    void folderInPlaceOfAFile_isReplaced() throws IOException {
        ReadableFile file = now(levels);
        Files.delete(levels);
        Files.createDirectory(levels);
        stays(file, Stays.REPLACED);
    }

    @Test
    void archiveBehindALink_stays_andSoDoesTheLink() throws IOException {
        Path drive = Files.createDirectory(folder.resolve("drive"));
        Path archive = Files.writeString(drive.resolve("winter.zip"), "archive");
        Path link = Files.createSymbolicLink(folder.resolve("link"), drive);
        evidence.archive = List.of(link.resolve("winter.zip"));
        stays(now(archive), Stays.ARCHIVE);
        stays(now(link), Stays.ARCHIVE);
    }

    @Test
    void archiveThatIsMissing_protectsItsPlace() throws IOException {
        evidence.archive = List.of(levels.resolveSibling("missing.zip"), levels);
        stays(now(levels), Stays.ARCHIVE);
    }

    @Test
    void otherNameOfTheArchive_stays() throws IOException {
        Path other = Files.createLink(folder.resolve("other.csv"), levels);
        evidence.archive = List.of(levels);
        stays(now(other), Stays.ARCHIVE);
    }

    @Test
    void fileOfAnotherUser_stays() throws IOException {
        assumeTrue("root".equals(System.getProperty("user.name")), "only root gives files away");
        Files.setAttribute(levels, "unix:uid", 65534);
        stays(now(levels), Stays.NOT_OURS);
    }
}
