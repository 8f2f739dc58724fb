package app.lacuna.interop;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.InTrash;
import app.lacuna.trash.FreedesktopTrash;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The same trash seen by GLib's "gio", in both directions. */
class OtherTrashTest {
    @TempDir Path folder;
    private Path data;
    private FreedesktopTrash trash;

    @BeforeEach
    void make() throws IOException {
        data = Files.createDirectory(folder.resolve("data"));
        int user = (Integer) Files.getAttribute(folder, "unix:uid");
        trash = new FreedesktopTrash(data, user, Clock.systemDefaultZone());
    }

    /** A bus of its own: the service that lists the trash is started on it. */
    private String gio(String command) throws IOException {
        return Outside.run(
                folder,
                "",
                List.of(
                        "env",
                        "XDG_DATA_HOME=" + data,
                        "XDG_RUNTIME_DIR=" + folder,
                        "dbus-run-session",
                        "--",
                        "sh",
                        "-c",
                        command));
    }

    @Test
    void whatWeThrowAwayIsListedByTheOther() throws IOException {
        Path file = Files.writeString(folder.resolve("Fundregister №7 100%.csv"), "C-104");
        trash.put(file, file);
        String[] listed = gio("gio trash --list").strip().split("\t", 2);
        // it writes bytes that are not ASCII as \xNN
        assertThat(listed[1]).isEqualTo(file.toString().replace("№", "\\xe2\\x84\\x96"));
    }

    /** Of ASCII only: the version that is tried here gives other names back as it lists them. */
    @Test
    void whatWeThrowAwayIsRestoredByTheOther() throws IOException {
        Path file = Files.writeString(folder.resolve("levels 100% (a'b).csv"), "1;2");
        InTrash place = trash.put(file, file).orElseThrow();
        String listed = gio("gio trash --list").strip().split("\t", 2)[0];
        gio("gio trash --restore \"" + listed + "\"");
        assertThat(file).hasContent("1;2");
        assertThat(place.info()).doesNotExist();
    }

    @Test
    void whatTheOtherThrowsAwayIsFoundAndTakenBackByUs() throws IOException {
        Path season = Files.createDirectory(folder.resolve("season"));
        Path levels = Files.writeString(season.resolve("levels 100%.csv"), "1;2");
        Path diary = Files.writeString(folder.resolve("diary №.txt"), "rain");
        gio("gio trash '" + season + "' '" + diary + "'");
        assertThat(levels).doesNotExist();
        Map<Path, List<InTrash>> found = trash.find(Set.of(levels, diary));
        assertThat(found).containsOnlyKeys(levels, diary);
        assertThat(trash.has(found.get(levels).get(0), levels)).isTrue();
        trash.restore(found.get(levels).get(0), levels);
        trash.restore(found.get(diary).get(0), diary);
        assertThat(levels).hasContent("1;2");
        assertThat(diary).hasContent("rain");
    }
}
