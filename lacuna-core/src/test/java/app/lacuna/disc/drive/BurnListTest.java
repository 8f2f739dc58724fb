package app.lacuna.disc.drive;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.disc.DiscKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BurnListTest {
    private static final Instant NOON = Instant.parse("2026-11-26T12:00:00Z");

    @TempDir Path state;

    private static BurnSet set(String folder) {
        return new BurnSet(
                "SALTMARSH",
                NOON,
                DiscKind.DVD,
                1,
                true,
                List.of(disc(folder, 1), disc(folder, 2), disc(folder, 3)));
    }

    private static BurnSet.Disc disc(String folder, int number) {
        return new BurnSet.Disc(
                Path.of(folder, "SALTMARSH_" + number + ".iso"), 4_000_000, 0, Optional.empty());
    }

    @Test
    void whatHasBeenBurnedIsKnownAnotherDay() throws IOException {
        BurnSet set = set("/discs");
        assertThat(set.next()).hasValue(1);
        new BurnList(state).put(set);
        new BurnList(state).put(set.with(1, Optional.of(NOON)));
        assertThat(new BurnList(state).sets()).containsExactly(set.with(1, Optional.of(NOON)));
        BurnSet later = new BurnList(state).sets().get(0);
        assertThat(later.next()).hasValue(2);
        assertThat(later.burnedCount()).isEqualTo(1);
        assertThat(later.isForRecovery(2)).isFalse();
        assertThat(later.isForRecovery(3)).isTrue();
        assertThat(later.with(2, Optional.of(NOON)).with(3, Optional.of(NOON)).next()).isEmpty();
        assertThat(later.with(1, Optional.empty()).next()).hasValue(1);
    }

    @Test
    void theNewestIsFirstAndOneCanBeForgotten() throws IOException {
        BurnList list = new BurnList(state);
        list.put(set("/a"));
        list.put(set("/b"));
        list.put(set("/a"));
        assertThat(list.sets()).containsExactly(set("/a"), set("/b"));
        list.forget(set("/a"));
        assertThat(list.sets()).containsExactly(set("/b"));
        for (int i = 0; i < 40; i++) {
            list.put(set("/" + i));
        }
        assertThat(list.sets()).hasSizeLessThan(25);
    }

    @Test
    void whatMakesNoSenseIsLeftAlone() throws IOException {
        Files.writeString(
                state.resolve("discs.json"),
                "{\"version\":1,\"sets\":[{\"label\":\"X\"},7,{\"discs\":[{\"image\":\"/a\","
                        + "\"burned\":\"yesterday\"}],\"date\":\"2026-11-26T12:00:00Z\"}]}");
        BurnList list = new BurnList(state);
        assertThat(list.sets()).isEmpty();
        list.put(set("/a"));
        assertThat(list.sets()).hasSize(1);
    }
}
