package app.lacuna.archive.tar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Limits;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LimitExceeded;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CatalogueTest {
    private static ListedEntry entry(String path, ItemKind kind, int linkedTo) {
        return new ListedEntry(
                path,
                kind,
                7,
                Instant.parse("2026-03-02T10:00:00.25Z"),
                0755,
                512,
                1024,
                linkedTo,
                Optional.empty());
    }

    private static String text() {
        Frames frames = new Frames();
        for (int i = 0; i < 20; i++) {
            frames.add(1_000L * i, 300L * i);
        }
        List<ListedEntry> entries =
                List.of(
                        entry("dig", ItemKind.FOLDER, -1),
                        entry("dig/a\\b\nc\r.txt", ItemKind.FILE, -1),
                        entry("dig/l", ItemKind.LINK, -1),
                        entry("dig/again", ItemKind.FILE, 1));
        return new String(Catalogue.bytes(frames, entries), StandardCharsets.UTF_8);
    }

    private static Catalogue.Read read(String text, Limits limits) throws IOException {
        return Catalogue.read(
                new ByteArrayInputStream(text.getBytes(StandardCharsets.UTF_8)), limits);
    }

    @Test
    void comesBackAsItWasWritten() throws IOException {
        Catalogue.Read read = read(text(), Limits.NONE);
        assertThat(read.frames().count()).isEqualTo(20);
        assertThat(read.frames().plain(19)).isEqualTo(19_000);
        assertThat(read.frames().packed(19)).isEqualTo(5_700);
        assertThat(read.entries())
                .containsExactly(
                        entry("dig", ItemKind.FOLDER, -1),
                        entry("dig/a\\b\nc\r.txt", ItemKind.FILE, -1),
                        entry("dig/l", ItemKind.LINK, -1),
                        entry("dig/again", ItemKind.FILE, 1));
    }

    @Test
    void frames_areFoundByPosition() throws IOException {
        Frames frames = read(text(), Limits.NONE).frames();
        assertThat(frames.at(0)).isZero();
        assertThat(frames.at(999)).isZero();
        assertThat(frames.at(1_000)).isEqualTo(1);
        assertThat(frames.at(1_000_000)).isEqualTo(19);
    }

    /** Each stands for what damage or somebody else may have made of a line. */
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "lacuna-catalogue 1|lacuna-catalogue 2",
                "frames 20|frames 21",
                "frames 20|frames x",
                "frames 20|shelves 20",
                "2000\t600|1000\t600",
                "2000\t600|2000",
                "entries 4|entries 5",
                "entries 4|entries",
                "f\t|x\t",
                "\t755\t|\t955\t",
                "\t755\t|\t-1\t",
                "\t755\t|\t10000\t",
                "\t512\t|\t-512\t",
                "\t1024\t|\t-1\t",
                "\t1\t7\t|\t3\t7\t",
                "\t1\t7\t|\t-2\t7\t",
                "\t7\t1772445600.25|\t-7\t1772445600.25",
                "\t1772445600.25\t|\t1e9\t",
                "\t1772445600.25\t|\tnow\t",
                "\t1772445600.25\t|\t99999999999999999999999\t",
                "\t1772445600.25\t|\t99999999999999999\t",
                "a\\\\b|a\\xb",
                ".txt|.txt\\",
            })
    void whatMakesNoSense_isDamage(String right, String wrong) throws IOException {
        assertThat(text()).contains(right);
        String changed = text().replace(right, wrong);
        assertThatThrownBy(() -> read(changed, Limits.NONE)).isInstanceOf(DamagedArchive.class);
    }

    @Test
    void cutAnywhereBetweenLines_isDamage() {
        String[] lines = text().split("(?<=\n)");
        StringBuilder cut = new StringBuilder();
        for (int i = 0; i < lines.length - 1; i++) {
            String start = cut.toString();
            assertThatThrownBy(() -> read(start, Limits.NONE))
                    .as("%d lines", i)
                    .isInstanceOf(DamagedArchive.class);
            cut.append(lines[i]);
        }
    }

    @Test
    void moreEntriesThanAreTakenForHonest_areALimit() {
        String many = text().replace("entries 4", "entries 4000000000");
        assertThatThrownBy(() -> read(many, Limits.STANDARD)).isInstanceOf(LimitExceeded.class);
    }
}
