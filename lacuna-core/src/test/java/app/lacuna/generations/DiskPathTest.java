package app.lacuna.generations;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.generations.Manifest.Root;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.ItemReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DiskPathTest {
    @TempDir Path folder;

    private FileItem item(String name, String path) throws IOException {
        Path file = folder.resolve(name);
        Files.createDirectories(file.getParent());
        Files.writeString(file, "a");
        return new ItemReader().read(file, path).orElseThrow();
    }

    private Root root() {
        return new Root("dig", folder, Optional.empty());
    }

    @Test
    void of_pathInTheArchiveTellsIt_isEmpty() throws IOException {
        assertThat(DiskPath.of(root(), item("a/b.txt", "dig/a/b.txt"))).isEmpty();
        assertThat(
                        DiskPath.of(
                                new Root("b.txt", folder.resolve("b.txt"), Optional.empty()),
                                item("b.txt", "b.txt")))
                .isEmpty();
    }

    @Test
    void of_nameGotANumber_isThePathOnDisk() throws IOException {
        FileItem item = item("a/b.txt", "dig/a/b.txt (2)");
        assertThat(DiskPath.of(root(), item)).isEqualTo("a/b.txt");
        assertThat(DiskPath.resolve(root(), item.path(), "a/b.txt")).isEqualTo(item.source());
    }

    @Test
    void of_otherRoot_isEmpty() throws IOException {
        Root other = new Root("dig", folder.resolve("other"), Optional.empty());
        assertThat(DiskPath.of(other, item("a", "dig/a (2)"))).isEmpty();
    }

    /** Percent-encoding as in a "file:" URI: RFC 8089. */
    @ParameterizedTest
    @ValueSource(strings = {"a", "a b", "ä/ö", "a%20b", "x?y#z", "/", "/home/a b", "..x", "a\\b"})
    void encoded_comesBack(String text) {
        Path path = Path.of(text);
        String encoded = DiskPath.encoded(path);
        assertThat(encoded).matches("[\\x21-\\x7e]*");
        assertThat(DiskPath.decoded(encoded)).isEqualTo(path);
    }

    @Test
    void decoded_noEncodedPath_isRefused() {
        assertThatThrownBy(() -> DiskPath.decoded("a%zz"))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> DiskPath.decoded("a b"))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void key_isOfTheBytesOnDisk() {
        assertThat(DiskPath.key("dig/a", "")).isEqualTo("dig/a");
        assertThat(DiskPath.key("dig/a (2)", "a")).isEqualTo(DiskPath.key("dig/a (3)", "a"));
        assertThat(DiskPath.key("dig", "a")).isEqualTo(DiskPath.key("dig/a", "a"));
        assertThat(DiskPath.key("dig/a (2)", "a")).isNotEqualTo(DiskPath.key("dog/a (2)", "a"));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "plain", "a\tb\nc\rd\\e", "\\", "\\\\n", "ends with \\"})
    void textField_comesBack(String text) {
        String escaped = TextField.escaped(text);
        assertThat(escaped).doesNotContain("\t", "\n", "\r");
        assertThat(TextField.unescaped(escaped)).isEqualTo(text);
    }

    @Test
    void textField_unknownEscapes_areTheLetter() {
        assertThat(TextField.unescaped("a\\bc\\")).isEqualTo("abc\\");
    }
}
