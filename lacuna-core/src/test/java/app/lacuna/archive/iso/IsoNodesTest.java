package app.lacuna.archive.iso;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Nodes that no image can contain are rejected before writing starts. */
class IsoNodesTest {
    private static final Instant THEN = Instant.parse("2026-09-14T06:30:12Z");

    private final IsoFolder root = IsoFolder.root(THEN);

    @ParameterizedTest
    @ValueSource(strings = {"", ".", "..", "a/b", "a\0b"})
    void aNameThatNoSystemHas_isRefused(String name) {
        assertThatThrownBy(() -> root.addFolder(name, THEN, 0755))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(root.children()).isEmpty();
    }

    @Test
    void aName_hasAtMost255BytesOfUtf8() {
        root.addLink("ü".repeat(127) + "x", "there", THEN);
        assertThatThrownBy(() -> root.addLink("ü".repeat(128), "there", THEN))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aName_isThereOnce() {
        root.addFolder("a", THEN, 0755);
        assertThatThrownBy(() -> root.addLink("a", "there", THEN))
                .isInstanceOf(IllegalArgumentException.class);
        root.addFolder("A", THEN, 0755);
        assertThat(root.children()).hasSize(2);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "a\0b"})
    void aLinkThatLeadsNowhere_isRefused(String target) {
        assertThatThrownBy(() -> root.addLink("link", target, THEN))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aFileOfNegativeSize_isRefused() {
        assertThatThrownBy(() -> root.addFile("a", -1, THEN, 0644, InputStream::nullInputStream))
                .isInstanceOf(IllegalArgumentException.class);
    }

    /** ECMA-119, 8.4.12 and 8.4.13: a set has at most 65,535 volumes. */
    @ParameterizedTest
    @CsvSource({"0,1", "2,1", "1,65536"})
    void aDiscThatNoSetHas_isRefused(int number, int count) {
        assertThatThrownBy(() -> new VolumeName("A", "A", number, count, THEN))
                .isInstanceOf(IllegalArgumentException.class);
        assertThat(new VolumeName("A", "A", 65_535, 65_535, THEN).number()).isEqualTo(65_535);
    }
}
