package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class KeepTest {
    private static List<Generation> made(String... ids) {
        return Stream.of(ids).map(id -> Lines.generation(Path.of("/backup"), id, 0)).toList();
    }

    private static List<String> kept(Keep keep, ZoneId zone, List<Generation> all) {
        return keep.of(all, zone).stream().map(Generation::id).sorted().toList();
    }

    @Test
    void last_keepsTheNewest() {
        List<Generation> all = made("20260301T080000Z", "20260302T080000Z", "20260303T080000Z");
        assertThat(kept(new Keep(2, 0, 0, 0), ZoneOffset.UTC, all))
                .containsExactly("20260302T080000Z", "20260303T080000Z");
        assertThat(kept(new Keep(9, 0, 0, 0), ZoneOffset.UTC, all)).hasSize(3);
    }

    @Test
    void newestOfAll_isKeptWhateverTheSpans() {
        List<Generation> all = made("20260302T080000Z", "20260301T080000Z");
        // the clock was set back: the newest by order has the older time
        assertThat(kept(new Keep(0, 1, 0, 0), ZoneOffset.UTC, all)).contains("20260301T080000Z");
    }

    @Test
    void days_keepTheNewestOfEachDayOfTheZone() {
        List<Generation> all =
                made(
                        "20260301T080000Z",
                        "20260301T233000Z",
                        "20260302T080000Z",
                        "20260303T080000Z");
        assertThat(kept(new Keep(0, 3, 0, 0), ZoneOffset.UTC, all))
                .containsExactly("20260301T233000Z", "20260302T080000Z", "20260303T080000Z");
        // 23:30 in UTC is the next day in Berlin
        assertThat(kept(new Keep(0, 3, 0, 0), ZoneId.of("Europe/Berlin"), all))
                .containsExactly("20260301T080000Z", "20260302T080000Z", "20260303T080000Z");
    }

    /** ISO 8601: 2026-12-31 and 2027-01-01 are in week 53 of 2026. */
    @Test
    void weeks_goOverTheEndOfTheYear() {
        List<Generation> all = made("20261231T080000Z", "20270101T080000Z", "20270104T080000Z");
        assertThat(kept(new Keep(0, 0, 2, 0), ZoneOffset.UTC, all))
                .containsExactly("20270101T080000Z", "20270104T080000Z");
    }

    @Test
    void months_keepTheNewestOfEach() {
        List<Generation> all =
                made(
                        "20260130T080000Z",
                        "20260131T080000Z",
                        "20260201T080000Z",
                        "20270201T080000Z");
        assertThat(kept(new Keep(0, 0, 0, 3), ZoneOffset.UTC, all))
                .containsExactly("20260131T080000Z", "20260201T080000Z", "20270201T080000Z");
    }

    @Test
    void nothing_keepsNothing() {
        assertThat(new Keep(1, 1, 1, 1).of(List.of(), ZoneOffset.UTC)).isEmpty();
    }

    @Test
    void keepingNothing_isRefused() {
        assertThatThrownBy(() -> new Keep(0, 0, 0, 0)).isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> new Keep(1, -1, 0, 0))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aNegativeCount_isRefused() {
        for (int i = 0; i < 4; i++) {
            int[] counts = {1, 1, 1, 1};
            counts[i] = -1;
            assertThatThrownBy(() -> new Keep(counts[0], counts[1], counts[2], counts[3]))
                    .isInstanceOf(IllegalArgumentException.class);
        }
    }
}
