package app.lacuna.delivery;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Protection;
import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

class PortionTest {
    private final Portion portion = new Portion();

    private static ArchiveEntry entry(int index, String path, ItemKind kind, long packed) {
        return new ArchiveEntry(
                index,
                path,
                kind,
                packed,
                packed,
                Instant.EPOCH,
                0644,
                Protection.AES_256,
                "Deflate",
                OptionalInt.empty());
    }

    @Test
    void bytes_countANameThreeTimes_inUtf8() {
        long plain = Portion.bytes("a", 0);
        assertThat(Portion.bytes("aa", 0)).isEqualTo(plain + 3);
        assertThat(Portion.bytes("\u2116", 0)).as("three bytes").isEqualTo(plain + 6);
        assertThat(Portion.bytes("a", 500)).isEqualTo(plain + 500);
    }

    @Test
    void take_addsUp() {
        ArchiveEntry one = entry(1, "dig/a.txt", ItemKind.FILE, 10);
        ArchiveEntry two = entry(2, "dig/b.txt", ItemKind.FILE, 20);
        portion.take(one);
        portion.take(two);
        assertThat(portion.bytes()).isEqualTo(Portion.bytes(one) + Portion.bytes(two));
    }

    @Test
    void takeFolder_onlyIfSomethingOfItIsHere() {
        portion.take(entry(3, "dig/finds/c.jpg", ItemKind.FILE, 10));
        assertThat(portion.takeFolder(entry(0, "dig", ItemKind.FOLDER, 0))).isTrue();
        assertThat(portion.takeFolder(entry(2, "dig/finds", ItemKind.FOLDER, 0))).isTrue();
        long before = portion.bytes();
        assertThat(portion.takeFolder(entry(1, "dig/fin", ItemKind.FOLDER, 0))).isFalse();
        assertThat(portion.takeFolder(entry(4, "notes", ItemKind.FOLDER, 0))).isFalse();
        assertThat(portion.bytes()).isEqualTo(before);
        assertThat(portion.inOrder()).extracting(ArchiveEntry::index).containsExactly(0, 2, 3);
    }

    @Test
    void beside_countsTheNoteTwice() {
        assertThat(Portion.beside("ab") - Portion.beside("")).isEqualTo(4);
    }
}
