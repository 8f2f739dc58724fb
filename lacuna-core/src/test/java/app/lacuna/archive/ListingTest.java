package app.lacuna.archive;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.selection.ItemKind;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

class ListingTest {
    private static ArchiveEntry entry(String path, ItemKind kind, Protection protection) {
        return new ArchiveEntry(
                0,
                path,
                kind,
                Long.MAX_VALUE / 2 + 1,
                5,
                Instant.EPOCH,
                0644,
                protection,
                "Deflate",
                OptionalInt.empty());
    }

    private static Listing of(Protection... protections) {
        List<ArchiveEntry> entries = new ArrayList<>();
        entries.add(entry("dig", ItemKind.FOLDER, Protection.NONE));
        for (Protection protection : protections) {
            entries.add(entry("dig/" + entries.size(), ItemKind.FILE, protection));
        }
        return new Listing(Path.of("a.zip"), 9, 1, "", Names.VISIBLE, entries);
    }

    @Test
    void unprotected_isWhatStandsOpenBesideWhatHasAPassword() {
        assertThat(of(Protection.AES_256, Protection.NONE).unprotected())
                .extracting(ArchiveEntry::name)
                .containsExactly("2");
        assertThat(of(Protection.NONE, Protection.NONE).unprotected()).isEmpty();
        assertThat(of(Protection.AES_256).unprotected()).as("folders count for nothing").isEmpty();
    }

    @Test
    void weakestProtection_looksAtWhatHasContents() {
        assertThat(of(Protection.AES_256, Protection.AES_128).weakestProtection())
                .isEqualTo(Protection.AES_128);
        assertThat(of(Protection.AES_256, Protection.NONE).weakestProtection())
                .isEqualTo(Protection.NONE);
        assertThat(of(Protection.AES_256, Protection.NONE).weakestOfProtected())
                .isEqualTo(Protection.AES_256);
        assertThat(of().weakestProtection()).isEqualTo(Protection.NONE);
        assertThat(of(Protection.NONE).weakestOfProtected()).isEqualTo(Protection.NONE);
    }

    @Test
    void totalBytes_neverTurnNegative() {
        assertThat(of(Protection.NONE, Protection.NONE).totalBytes()).isEqualTo(Long.MAX_VALUE);
    }
}
