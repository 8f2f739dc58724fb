package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.error.SourceUnreadable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SteadyReaderTest {
    @TempDir Path folder;
    private Path file;
    private FileItem chosen;
    private final List<String> told = new ArrayList<>();

    @BeforeEach
    void make() throws IOException {
        file = Files.writeString(folder.resolve("diary.txt"), "first");
        chosen = new ItemReader().read(file, "diary.txt").orElseThrow();
    }

    private interface Meanwhile {
        void during(int reading) throws IOException;
    }

    private SteadyReader.Result<String> read(Meanwhile meanwhile) throws IOException {
        int[] readings = {0};
        return new SteadyReader()
                .read(
                        chosen,
                        new SteadyReader.Reading<>() {
                            @Override
                            public String read(FileItem now) throws IOException {
                                String made;
                                try {
                                    made = Files.readString(now.source());
                                } catch (IOException e) {
                                    throw new SourceUnreadable(now.source(), e);
                                }
                                meanwhile.during(++readings[0]);
                                return made;
                            }

                            @Override
                            public long bytes(String made) {
                                return made.length();
                            }

                            @Override
                            public void discard(String made) {
                                told.add("discarded " + made);
                            }

                            @Override
                            public void giveUp() {
                                told.add("given up");
                            }
                        });
    }

    @Test
    void aQuietFileIsReadOnce() throws IOException {
        SteadyReader.Result<String> result = read(reading -> {});
        assertThat(result.made()).contains("first");
        assertThat(result.steady()).isTrue();
        assertThat(told).isEmpty();
    }

    @Test
    void aFileThatWasChangedIsReadAgain() throws IOException {
        SteadyReader.Result<String> result =
                read(
                        reading -> {
                            if (reading == 1) {
                                Files.writeString(file, "second one");
                            }
                        });
        assertThat(result.made()).contains("second one");
        assertThat(result.steady()).isTrue();
        assertThat(result.item().size()).isEqualTo(10);
        assertThat(told).containsExactly("discarded first");
    }

    @Test
    void aFileThatNeverRestsIsKeptAndMarked() throws IOException {
        SteadyReader.Result<String> result =
                read(reading -> Files.writeString(file, "x".repeat(10 + reading)));
        assertThat(result.made()).isPresent();
        assertThat(result.steady()).isFalse();
    }

    @Test
    void aFileThatIsCutOverAndOverIsLeftOut() throws IOException {
        SteadyReader.Result<String> result =
                read(
                        reading -> {
                            throw new SteadyReader.ShortRead();
                        });
        assertThat(result.lost()).contains(LeftOut.Reason.CHANGING);
        assertThat(told).containsExactly("given up", "given up");
    }

    @Test
    void whatIsGoneAndWhatCanNotBeReadAreTwoThings() throws IOException {
        assertThat(
                        read(reading -> {
                                    throw new SourceUnreadable(file, new NoSuchFileException("x"));
                                })
                                .lost())
                .contains(LeftOut.Reason.GONE);
        assertThat(
                        read(reading -> {
                                    throw new SourceUnreadable(file, new IOException());
                                })
                                .lost())
                .contains(LeftOut.Reason.UNREADABLE);
        Files.delete(file);
        assertThat(read(reading -> {}).lost()).contains(LeftOut.Reason.GONE);
    }
}
