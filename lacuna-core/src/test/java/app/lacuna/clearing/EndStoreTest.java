package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class EndStoreTest {
    private static final Instant DAY = Instant.parse("2026-03-02T10:00:00Z");

    @TempDir Path folder;
    private EndStore store;

    @BeforeEach
    void make() {
        store = new EndStore(folder.resolve("ends"));
    }

    private static LooseEnd end(String id, int day, String... paths) {
        List<ReadableFile> files = new ArrayList<>();
        for (String path : paths) {
            files.add(
                    new ReadableFile(
                            Path.of(path),
                            path.substring(1),
                            ReadableFile.Sort.FILE,
                            3,
                            DAY,
                            Optional.empty(),
                            Optional.empty(),
                            Optional.empty()));
        }
        return new LooseEnd(
                id,
                LooseEnd.Kind.EXTRACTED,
                Optional.empty(),
                Optional.empty(),
                DAY.plusSeconds(86_400L * day),
                Optional.empty(),
                List.of(),
                false,
                files);
    }

    private Path record(String id) {
        return folder.resolve("ends").resolve(id + ".end");
    }

    /** The line of this path is not JSON any more. */
    private void damage(String id, String path) throws IOException {
        String text = Files.readString(record(id));
        assertThat(text).contains(path);
        Files.writeString(record(id), text.replace("\"path\":\"file://" + path, "\"path\":\"§"));
    }

    @Test
    void all_hasTheOldestFirst() throws IOException {
        store.put(end("b", 2, "/b"));
        store.put(end("c", 1, "/c"));
        store.put(end("a", 2, "/a"));
        assertThat(store.all()).extracting(LooseEnd::id).containsExactly("c", "a", "b");
    }

    @Test
    void withoutAFolder_thereIsNothing() throws IOException {
        assertThat(store.all()).isEmpty();
        assertThat(store.damaged()).isEmpty();
        store.changeAll(end -> true, end -> end.withWanted(true));
        assertThat(folder.resolve("ends")).doesNotExist();
    }

    @Test
    void change_ofOneThatIsNotThere_changesNothing() throws IOException {
        store.put(end("a", 1, "/a"));
        store.change("b", end -> end.withWanted(true));
        assertThat(store.all()).containsExactly(end("a", 1, "/a"));
    }

    @Test
    void change_thatLeavesNoFile_takesTheRecordAway() throws IOException {
        store.put(end("a", 1, "/a"));
        store.change("a", end -> end.withFiles(List.of()));
        assertThat(record("a")).doesNotExist();
    }

    @Test
    void changeAll_onlyThoseThatAreMeant() throws IOException {
        store.put(end("a", 1, "/a"));
        store.put(end("b", 2, "/b"));
        store.changeAll(end -> end.id().equals("b"), end -> end.withWanted(true));
        assertThat(store.all()).extracting(LooseEnd::wanted).containsExactly(false, true);
    }

    /** Bytes that are no UTF-8, in the first line. */
    @Test
    void aRecordThatCannotBeRead_keepsNoOtherFromBeingChanged() throws IOException {
        store.put(end("a", 1, "/a"));
        store.put(end("b", 2, "/b"));
        byte[] bytes = Files.readAllBytes(record("a"));
        bytes[3] = (byte) 0xff;
        Files.write(record("a"), bytes);
        store.changeAll(end -> true, end -> end.withWanted(true));
        assertThat(store.all()).containsExactly(end("b", 2, "/b").withWanted(true));
        assertThat(store.damaged()).containsExactly(record("a"));
        assertThat(record("a")).hasBinaryContent(bytes);
    }

    @Test
    void damaged_isEachRecordOfWhichSomethingIsMissing() throws IOException {
        for (String id : List.of("empty", "head", "line", "short", "whole", "old")) {
            store.put(end(id, 1, "/1", "/2"));
        }
        Files.write(record("empty"), new byte[0]);
        Files.writeString(record("head"), "{\n");
        damage("line", "/1");
        List<String> lines = Files.readAllLines(record("short"));
        Files.write(record("short"), lines.subList(0, 2));
        String old = Files.readString(record("old"));
        Files.writeString(record("old"), old.replace("\"count\":\"2\",", ""));
        assertThat(store.damaged())
                .containsExactlyInAnyOrder(
                        record("empty"), record("head"), record("line"), record("short"));
        assertThat(store.all())
                .extracting(LooseEnd::id)
                .containsExactlyInAnyOrder("line", "short", "whole", "old");
    }

    /** What it named and nobody can read now must not be forgotten by the next change. */
    @Test
    void change_ofADamagedRecord_keepsACopyOfIt() throws IOException {
        store.put(end("a", 1, "/1", "/2"));
        damage("a", "/1");
        byte[] damaged = Files.readAllBytes(record("a"));
        store.changeAll(end -> true, end -> end.withWanted(true));
        Path kept = folder.resolve("ends/a-1.damaged");
        assertThat(kept).hasBinaryContent(damaged);
        assertThat(store.damaged()).containsExactly(kept);
        assertThat(store.all()).containsExactly(end("a", 1, "/2").withWanted(true));
        damage("a", "/2");
        store.change("a", end -> end.withFiles(List.of()));
        assertThat(record("a")).doesNotExist();
        assertThat(store.damaged())
                .containsExactlyInAnyOrder(kept, folder.resolve("ends/a-2.damaged"));
    }

    @Test
    void change_thatChangesNothing_leavesADamagedRecordAsItIs() throws IOException {
        store.put(end("a", 1, "/1", "/2"));
        damage("a", "/1");
        byte[] damaged = Files.readAllBytes(record("a"));
        store.change("a", end -> end);
        assertThat(record("a")).hasBinaryContent(damaged);
        assertThat(store.damaged()).containsExactly(record("a"));
    }

    /** Whatever is in a record, no other file is read or written because of it. */
    @Test
    void anIdThatIsNotTheFilesName_isDamage_andLeadsNowhere() throws IOException {
        store.put(end("a", 1, "/1"));
        store.put(end("b", 1, "/2"));
        store.put(end("c", 1, "/3"));
        Path outside = Files.writeString(folder.resolve("outside.end"), "untouched");
        for (String id : List.of("../outside", "b")) {
            String record = Files.readString(record("a"));
            Files.writeString(
                    record("a"), record.replaceFirst("\"id\":\"[^\"]*\"", "\"id\":\"" + id + "\""));
            assertThat(store.damaged()).containsExactly(record("a"));
            store.changeAll(end -> true, end -> end.withWanted(!end.wanted()));
            store.changeAll(end -> true, end -> end.withWanted(true));
            assertThat(store.all()).extracting(LooseEnd::wanted).containsOnly(true);
            assertThat(store.all()).extracting(LooseEnd::id).containsExactly("a", "b", "c");
            assertThat(outside).hasContent("untouched");
            assertThat(store.damaged()).containsExactly(folder.resolve("ends/a-1.damaged"));
            Files.delete(folder.resolve("ends/a-1.damaged"));
        }
    }

    @Test
    void change_thatFails_leavesTheRecord() throws IOException {
        store.put(end("a", 1, "/1"));
        assertThatThrownBy(
                        () ->
                                store.change(
                                        "a",
                                        end -> {
                                            throw new IllegalStateException("no");
                                        }))
                .isInstanceOf(IllegalStateException.class);
        assertThat(store.all()).containsExactly(end("a", 1, "/1"));
        assertThat(new String(Files.readAllBytes(record("a")), StandardCharsets.UTF_8))
                .contains("\"count\":\"1\"");
    }
}
