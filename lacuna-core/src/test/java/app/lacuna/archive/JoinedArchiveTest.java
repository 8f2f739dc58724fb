package app.lacuna.archive;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.WrongPassword;
import app.lacuna.selection.ItemKind;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Two archives that stand for the discs of one set. */
class JoinedArchiveTest {
    private final ArchiveReader first = mock(ArchiveReader.class);
    private final ArchiveReader second = mock(ArchiveReader.class);
    private final OpenedArchive openFirst = mock(OpenedArchive.class);
    private final OpenedArchive openSecond = mock(OpenedArchive.class);
    private final Secret password = Secret.takeOver("hut".toCharArray());
    private final ArchiveEntry b = entry(1, "dig/b.txt", ItemKind.FILE);
    private JoinedArchive joined;

    private static ArchiveEntry entry(int index, String path, ItemKind kind) {
        return new ArchiveEntry(
                index,
                path,
                kind,
                7,
                5,
                Instant.EPOCH,
                0644,
                Protection.AES_256,
                "Deflate",
                OptionalInt.empty());
    }

    private static Listing listing(String name, ArchiveEntry... entries) {
        return new Listing(Path.of(name), 100, 1, "", Names.VISIBLE, List.of(entries));
    }

    @BeforeEach
    void make() throws IOException {
        Listing one =
                listing(
                        "1.zip",
                        entry(0, "dig", ItemKind.FOLDER),
                        entry(1, "dig/a.txt", ItemKind.FILE));
        Listing two = listing("2.zip", entry(0, "dig", ItemKind.FOLDER), b);
        when(first.outside()).thenReturn(one);
        when(second.outside()).thenReturn(two);
        when(openFirst.listing()).thenReturn(one);
        when(openSecond.listing()).thenReturn(two);
        when(openFirst.outside()).thenReturn(one);
        when(openSecond.outside()).thenReturn(two);
        when(first.open(password)).thenReturn(openFirst);
        when(second.open(password)).thenReturn(openSecond);
        when(first.open()).thenReturn(openFirst);
        when(second.open()).thenReturn(openSecond);
        joined = new JoinedArchive(List.of(first, second));
    }

    @Test
    void outside_hasEveryEntryOnce_numberedThrough() {
        Listing all = joined.outside();
        assertThat(all.entries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig", "dig/a.txt", "dig/b.txt");
        assertThat(all.entries()).extracting(ArchiveEntry::index).containsExactly(0, 1, 2);
        assertThat(all.archiveBytes()).isEqualTo(200);
        assertThat(all.volumes()).isEqualTo(2);
        assertThat(all.archive()).isEqualTo(Path.of("2.zip"));
    }

    @Test
    void open_readsEachEntryWhereItIs() throws IOException {
        when(openSecond.open(b)).thenReturn(new ByteArrayInputStream(new byte[] {9}));
        try (OpenedArchive opened = joined.open(password);
                InputStream in = opened.open(opened.listing().entries().get(2))) {
            assertThat(in.read()).isEqualTo(9);
            assertThat(opened.outside().entries()).hasSize(3);
        }
        verify(openFirst).close();
        verify(openSecond).close();
    }

    @Test
    void open_ofAnEntryOfAnotherArchive_isRefused() throws IOException {
        try (OpenedArchive opened = joined.open()) {
            assertThatThrownBy(() -> opened.open(b)).isInstanceOf(IllegalArgumentException.class);
            ArchiveEntry beyond = entry(17, "x", ItemKind.FILE);
            assertThatThrownBy(() -> opened.open(beyond))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }

    @Test
    void open_whereOneFails_closesTheOthers() throws IOException {
        when(second.open(password)).thenThrow(new WrongPassword(Path.of("2.zip")));
        assertThatThrownBy(() -> joined.open(password)).isInstanceOf(WrongPassword.class);
        verify(openFirst).close();
    }

    @Test
    void close_closesAll_andTellsAFailure() throws IOException {
        doThrow(new IOException("no")).when(first).close();
        assertThatThrownBy(joined::close).hasMessage("no");
        verify(second).close();
    }

    @Test
    void mayBeOpenedBy_asksTheFirstThatHasAPassword() throws IOException {
        List<Secret> passwords = List.of(password);
        when(second.needsPassword()).thenReturn(true);
        when(second.mayBeOpenedBy(passwords)).thenReturn(List.of(true));
        assertThat(joined.mayBeOpenedBy(passwords)).containsExactly(true);
        verify(first, never()).mayBeOpenedBy(passwords);
        when(second.needsPassword()).thenReturn(false);
        when(first.mayBeOpenedBy(passwords)).thenReturn(List.of(false));
        assertThat(joined.mayBeOpenedBy(passwords)).containsExactly(false);
    }

    @Test
    void checkAndConfirm_goToAll() throws IOException {
        CancelToken cancel = CancelToken.never();
        try (OpenedArchive opened = joined.open(password)) {
            opened.check(ProgressListener.none(), cancel);
            opened.confirmPassword(cancel);
            verify(openSecond).confirmPassword(cancel);
            when(openFirst.isChecked()).thenReturn(true);
            assertThat(opened.isChecked()).isFalse();
            when(openSecond.isChecked()).thenReturn(true);
            assertThat(opened.isChecked()).isTrue();
        }
    }

    @Test
    void prepareAndExpect_tellEachItsOwn() throws IOException {
        try (OpenedArchive opened = joined.open(password)) {
            List<ArchiveEntry> last = List.of(opened.listing().entries().get(2));
            opened.prepare(last);
            opened.expect(last);
            verify(openSecond).prepare(List.of(b));
            verify(openSecond).expect(List.of(b));
            verify(openFirst, never()).prepare(List.of());
            verify(openFirst).expect(List.of());
        }
    }
}
