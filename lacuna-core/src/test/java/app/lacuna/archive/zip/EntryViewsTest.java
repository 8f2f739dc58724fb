package app.lacuna.archive.zip;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemKind;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

/** The kind of an entry, derived from its headers (APPNOTE 6.3.10, 4.4.15 and 4.4.17). */
class EntryViewsTest {
    private static final int FOLDER_MODE = 040755;
    private static final int LINK_MODE = 0120777;
    private static final int NOT_TOLD = -1;

    private static ArchiveEntry view(
            String path, int flags, long size, int mode, boolean dosFolder) {
        EntryRecord record =
                new EntryRecord(
                        new byte[] {'a'},
                        flags,
                        8,
                        Optional.empty(),
                        0,
                        7,
                        size,
                        size,
                        0,
                        Optional.of(0L),
                        mode,
                        0,
                        false);
        return EntryViews.of(0, record, path, dosFolder);
    }

    private static ItemKind kind(String path, int flags, long size, int mode, boolean dosFolder) {
        return view(path, flags, size, mode, dosFolder).kind();
    }

    @Test
    void aSlashAtTheEnd_isAFolder() {
        assertThat(view("dig/", 0, 0, NOT_TOLD, false).path()).isEqualTo("dig");
        assertThat(kind("dig/", 0, 9, 0100644, false)).isEqualTo(ItemKind.FOLDER);
    }

    @Test
    void aFolderByItsMode_isOneOnlyWithoutContents() {
        assertThat(kind("dig", 0, 0, FOLDER_MODE, false)).isEqualTo(ItemKind.FOLDER);
        assertThat(kind("dig", 0, 9, FOLDER_MODE, false)).isEqualTo(ItemKind.FILE);
        assertThat(kind("dig", 1, 0, FOLDER_MODE, false)).isEqualTo(ItemKind.FILE);
    }

    @Test
    void aFolderByTheOlderAttributes_isOneOnlyIfNoModeSaysMore() {
        assertThat(kind("dig", 0, 0, NOT_TOLD, true)).isEqualTo(ItemKind.FOLDER);
        assertThat(kind("dig", 0, 9, NOT_TOLD, true)).isEqualTo(ItemKind.FILE);
        assertThat(kind("dig", 0, 0, 0100644, true)).isEqualTo(ItemKind.FILE);
        assertThat(kind("dig", 0, 0, NOT_TOLD, false)).isEqualTo(ItemKind.FILE);
    }

    @Test
    void aLink_isOneByItsMode() {
        assertThat(kind("link", 0, 5, LINK_MODE, false)).isEqualTo(ItemKind.LINK);
    }

    @Test
    void permissions_areThoseThatAreTold() {
        assertThat(view("a", 0, 1, 0104755, false).permissions()).isEqualTo(0755);
        assertThat(view("a", 0, 1, NOT_TOLD, false).permissions())
                .isEqualTo(FileItem.NO_PERMISSIONS);
        assertThat(view("dig", 0, 0, 041777, false).permissions())
                .as("who may delete in it")
                .isEqualTo(01777);
    }

    private static boolean couldHold(
            int entries, ItemKind kind, String path, long size, Protection protection, String how) {
        ArchiveEntry entry =
                new ArchiveEntry(
                        0,
                        path,
                        kind,
                        size,
                        size,
                        Instant.EPOCH,
                        0644,
                        protection,
                        how,
                        OptionalInt.empty());
        List<ArchiveEntry> all = entries == 1 ? List.of(entry) : List.of(entry, entry);
        return LayeredZipReader.couldHoldAnArchive(
                new Listing(Path.of("a.zip"), 9, 1, "", Names.VISIBLE, all));
    }

    /** Other programs hide names in an archive inside the archive. */
    @Test
    void oneEncryptedFileNamedLikeAnArchive_mayHoldTheNames() {
        String stored = MethodCodes.name(ZipConstants.METHOD_STORED);
        assertThat(couldHold(1, ItemKind.FILE, "a.ZIP", 22, Protection.AES_256, stored)).isTrue();
        assertThat(couldHold(2, ItemKind.FILE, "a.zip", 22, Protection.AES_256, stored)).isFalse();
        assertThat(couldHold(1, ItemKind.LINK, "a.zip", 22, Protection.AES_256, stored)).isFalse();
        assertThat(couldHold(1, ItemKind.FILE, "a.txt", 22, Protection.AES_256, stored)).isFalse();
        assertThat(couldHold(1, ItemKind.FILE, "a.zip", 21, Protection.AES_256, stored)).isFalse();
        assertThat(couldHold(1, ItemKind.FILE, "a.zip", 22, Protection.NONE, stored)).isFalse();
    }

    @Test
    void oneThatHasToBeReadWhole_isOnlyLookedIntoIfItIsSmall() {
        long large = 64_000_001;
        String stored = MethodCodes.name(ZipConstants.METHOD_STORED);
        assertThat(couldHold(1, ItemKind.FILE, "a.zip", large, Protection.AES_256, stored))
                .isTrue();
        assertThat(couldHold(1, ItemKind.FILE, "a.zip", large, Protection.TRADITIONAL, stored))
                .isFalse();
        assertThat(couldHold(1, ItemKind.FILE, "a.zip", large, Protection.AES_256, "Deflate"))
                .isFalse();
        assertThat(couldHold(1, ItemKind.FILE, "a.zip", 64_000_000, Protection.AES_256, "Deflate"))
                .isTrue();
    }
}
