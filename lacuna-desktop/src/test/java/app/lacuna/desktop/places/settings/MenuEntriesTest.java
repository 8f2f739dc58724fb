package app.lacuna.desktop.places.settings;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.system.menus.Entry;
import app.lacuna.desktop.system.menus.FileManagers;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The files themselves are the setting: chosen they come, not chosen they go. */
class MenuEntriesTest {
    @TempDir Path home;

    @Test
    void theyComeAndGoWithWhatIsChosen() {
        FileManagers managers =
                new FileManagers(
                        home.resolve("data"),
                        home.resolve("config"),
                        home.resolve("lacuna-desktop"),
                        List.of(new Entry("pack", "Pack", "--do=pack", false)));
        Setting<Boolean> setting = MenuEntries.of(managers);
        assertThat(setting.value().get()).isFalse();
        setting.value().set(true);
        assertThat(home.resolve("data/nautilus/scripts/Pack")).isExecutable();
        assertThat(MenuEntries.of(managers).value().get()).as("after a start").isTrue();
        setting.value().set(false);
        assertThat(home.resolve("data/nautilus/scripts/Pack")).doesNotExist();
        assertThat(managers.areThere()).isFalse();
    }
}
