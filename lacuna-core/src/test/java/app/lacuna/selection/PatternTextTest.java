package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class PatternTextTest {
    private static void assertRoundTrip(String... patterns) {
        assertThat(PatternText.parse(PatternText.format(List.of(patterns))))
                .containsExactly(patterns);
    }

    @Test
    void format_isReadBack() {
        assertRoundTrip();
        assertRoundTrip("*.tmp", "drafts");
        assertRoundTrip("old drafts", "a,b", "a\"b", "{x,y}.txt", "\t");
    }

    @Test
    void parse_separatesByBlanksAndCommas() {
        assertThat(PatternText.parse(" *.tmp, drafts\t*.{bak,old} \"old drafts\""))
                .containsExactly("*.tmp", "drafts", "*.{bak,old}", "old drafts");
        assertThat(PatternText.parse(" , \"\" ")).isEmpty();
    }
}
