package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DiscsCommandTest {
    private static final String PASSWORD = "--password-from=env:KEY";

    @TempDir Path folder;
    private Path season;
    private Path out;

    @BeforeEach
    void make() throws IOException {
        season = Files.createDirectory(folder.resolve("season"));
        out = Files.createDirectory(folder.resolve("out"));
        Random random = new Random(4);
        for (int i = 0; i < 8; i++) {
            byte[] noise = new byte[500_000];
            random.nextBytes(noise);
            Files.write(season.resolve("photo " + i + ".jpg"), noise);
        }
    }

    private Run write(String... more) {
        Object[] words = {"discs", "write", season, "-o", out, PASSWORD, "--name", "saltmarsh"};
        List<Object> all = new ArrayList<>(List.of(words));
        all.addAll(List.of(more));
        if (!all.contains("--kind")) {
            all.addAll(List.of("--kind", "3100KB"));
        }
        return Run.of(all.toArray());
    }

    private Path disc(int number) {
        return out.resolve("SALTMARSH_" + number + ".iso");
    }

    @Test
    void theTableComparesAllKinds() throws IOException {
        Run run = Run.of("discs", "plan", season, "--kind", "3100KB", "--recovery", "2");
        assertThat(run.code()).as(run.err()).isZero();
        assertThat(run.out()).contains("CD 650 MB", "Blu-ray 50 GB", "2 may be lost", "3.1 MB");
        assertThat(run.out()).contains("no way needs fewer than 2 discs for the archive");
        Run json = Run.of("discs", "plan", season, "--kind", "3100KB", "--json");
        JsonNode kinds = new ObjectMapper().readTree(json.out()).get("kinds");
        assertThat(kinds).hasSize(7);
        assertThat(kinds.get(6).get("packed").get("most").asInt()).isEqualTo(2);
        assertThat(kinds.get(0).get("withRecovery").get("most").asInt()).isEqualTo(2);
    }

    @Test
    void whatIsWrittenIsRead() throws IOException {
        Run run = write("--hide-names", "--recovery", "one-disc");
        assertThat(run.code()).as(run.err()).isZero();
        assertThat(run.out()).contains("disc 1 of 4", "for recovery", "No way needs fewer than 3");
        assertThat(run.err()).contains("Expected: 4 discs", "Burn the images");
        Path back = folder.resolve("back");
        Run read = Run.of("discs", "read", disc(3), disc(1), disc(2), "-d", back, PASSWORD);
        assertThat(read.code()).as(read.err()).isZero();
        assertThat(read.out()).contains("9 of 9 came out");
        assertThat(back.resolve("season/photo 3.jpg"))
                .hasSameBinaryContentAs(season.resolve("photo 3.jpg"));
        Run some = Run.of("discs", "read", disc(1), "-d", back, "--only", "*.jpg", PASSWORD);
        assertThat(some.code()).isEqualTo(ExitCode.WOULD_OVERWRITE.number());
        Run part = Run.of("discs", "read", disc(1), "-d", folder.resolve("part"), PASSWORD);
        assertThat(part.code()).isEqualTo(ExitCode.INCOMPLETE.number());
        assertThat(part.err()).contains("Disc 2 of 4 of SALTMARSH was not there", "Disc 3 of 4");
        assertThat(part.err()).doesNotContain("Disc 4 of 4");
        Run list = Run.of("list", disc(1), PASSWORD);
        assertThat(list.out()).contains("season/photo");
        assertThat(Run.of("discs", "read", disc(1), "-d", back, "--password-from=env:NONE").code())
                .isEqualTo(ExitCode.PASSWORD.number());
    }

    @Test
    void overAllDiscsTogetherTheMissingOneIsAskedFor() throws IOException {
        assertThat(write("--spread", "together", "--kind", "2MB").code()).isZero();
        Files.delete(disc(2));
        Path back = folder.resolve("back");
        Run read = Run.of("discs", "read", disc(1), "-d", back, PASSWORD);
        assertThat(read.code()).as(read.err()).isEqualTo(ExitCode.INCOMPLETE.number());
        assertThat(read.err()).contains("Disc 2 of 4 of SALTMARSH is needed");
        assertThat(back.resolve("season/photo 0.jpg"))
                .hasSameBinaryContentAs(season.resolve("photo 0.jpg"));
        Files.delete(disc(4));
        Run none = Run.of("list", disc(1), PASSWORD);
        assertThat(none.code()).isEqualTo(ExitCode.FAILED.number());
        assertThat(none.err()).contains("Disc 4 of 4 of SALTMARSH is needed");
    }

    @Test
    void aLostDiscIsWorkedOutAndOneTooManyIsNamed() throws IOException {
        assertThat(write("--recovery", "one-disc").code()).isZero();
        byte[] before = Files.readAllBytes(disc(2));
        Files.delete(disc(2));
        Path repaired = Files.createDirectory(folder.resolve("repaired"));
        Run run = Run.of("discs", "repair", disc(4), disc(1), disc(3), "-o", repaired);
        assertThat(run.code()).as(run.err()).isZero();
        assertThat(run.out()).contains("disc 2: ", "worked out", disc(1) + ": whole");
        assertThat(repaired.resolve("SALTMARSH_2.iso")).hasBinaryContent(before);
        Run tooMany = Run.of("discs", "repair", disc(4), disc(1), "-o", folder);
        assertThat(tooMany.code()).isEqualTo(ExitCode.DAMAGED.number());
        assertThat(tooMany.out()).contains("disc 2: lost", "disc 3: lost");
    }

    @Test
    void whatIsBeyondRepairIsNamed() throws IOException {
        assertThat(write("--recovery", "scratches", "--hide-names").code()).isZero();
        try (FileChannel image = FileChannel.open(disc(1), StandardOpenOption.WRITE)) {
            image.write(ByteBuffer.allocate(1_000_000), 500_000);
        }
        Run run = Run.of("discs", "repair", disc(1), disc(2), "-o", folder);
        assertThat(run.code()).isEqualTo(ExitCode.DAMAGED.number());
        assertThat(run.out()).contains("some of it is beyond repair", disc(2) + ": whole");
        assertThat(run.err()).contains("lost: ", "touched: SALTMARSH-1of", "--salvage");
    }

    @Test
    void wrongWordsAreExplained() {
        assertThat(write("--kind", "floppy").err()).contains("cd-650, cd, dvd");
        assertThat(write("--recovery", "all").err()).contains("none, scratches, one-disc");
        assertThat(write("--spread", "wide").err()).contains("alone or together");
        assertThat(Run.of("discs").err()).contains("plan, write, read or repair");
        Run small = write("--kind", "200KB");
        assertThat(small.code()).isEqualTo(ExitCode.FAILED.number());
        assertThat(small.err()).contains("no room for an archive");
        Run none = Run.of("discs", "repair", season.resolve("photo 1.jpg"), "-o", folder);
        assertThat(none.code()).isEqualTo(ExitCode.DAMAGED.number());
        Run taken = write("--then-clear", "delete", "--no-proof");
        assertThat(taken.code()).isEqualTo(ExitCode.USAGE.number());
    }

    @Test
    void whatIsOnDiscsCanBeCleared() throws IOException {
        Run run = write("--then-clear", "delete");
        assertThat(run.code()).as(run.err()).isZero();
        assertThat(season).doesNotExist();
        Path back = folder.resolve("back");
        List<Object> read = new ArrayList<>(List.of("discs", "read", "-d", back, PASSWORD));
        for (int number = 1; Files.exists(disc(number)); number++) {
            read.add(disc(number));
        }
        Run all = Run.of(read.toArray());
        assertThat(all.code()).as(all.err()).isZero();
        assertThat(back.resolve("season")).isDirectory();
    }
}
