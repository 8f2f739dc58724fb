package app.lacuna.state;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StateFileTest {
    @TempDir Path folder;
    private Path path;
    private StateFile file;

    @BeforeEach
    void make() {
        path = folder.resolve("state/moon.json");
        file = new StateFile(path, 3);
    }

    private void write(String text) throws IOException {
        Files.createDirectories(path.getParent());
        Files.writeString(path, text);
    }

    @Test
    void read_withoutAFile_isEmpty() throws IOException {
        assertThat(file.read()).isEmpty();
    }

    @Test
    void change_isReadAgain_withItsVersion() throws IOException {
        file.change(content -> content.put("phase", "full"));
        assertThat(new StateFile(path, 3).read().path("phase").asText()).isEqualTo("full");
        assertThat(file.read().path("version").asInt()).isEqualTo(3);
    }

    @Test
    void change_ofALaterVersion_leavesItsNumber() throws IOException {
        write("{\"version\": 9, \"phase\": \"new\"}");
        file.change(content -> content.put("tide", "high"));
        assertThat(file.read().path("version").asInt()).isEqualTo(9);
        assertThat(file.read().path("phase").asText()).isEqualTo("new");
    }

    @Test
    void read_ofWhatIsNoObject_isEmpty() throws IOException {
        for (String text : List.of("[1, 2]", "\"moon\"", "{\"phase\":", "")) {
            write(text);
            assertThat(file.read()).as(text).isEmpty();
        }
    }

    @Test
    void change_putsEachDamagedFileAside_underANumberOfItsOwn() throws IOException {
        for (String text : List.of("[1]", "nonsense", "{")) {
            write(text);
            file.change(content -> content.put("phase", "full"));
            assertThat(file.read().path("phase").asText()).isEqualTo("full");
        }
        assertThat(folder.resolve("state/moon.json.damaged-1")).hasContent("[1]");
        assertThat(folder.resolve("state/moon.json.damaged-2")).hasContent("nonsense");
        assertThat(folder.resolve("state/moon.json.damaged-3")).hasContent("{");
    }

    @Test
    void change_thatFails_leavesTheFileAsItWas() throws IOException {
        file.change(content -> content.put("phase", "full"));
        assertThatThrownBy(
                        () ->
                                file.change(
                                        content -> {
                                            content.put("phase", "half");
                                            throw new IOException("no");
                                        }))
                .isInstanceOf(IOException.class);
        assertThat(file.read().path("phase").asText()).isEqualTo("full");
        file.change(content -> content.put("phase", "new"));
        assertThat(file.read().path("phase").asText()).isEqualTo("new");
    }
}
