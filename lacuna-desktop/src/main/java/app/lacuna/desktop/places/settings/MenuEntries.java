package app.lacuna.desktop.places.settings;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.settings.Stored;
import app.lacuna.desktop.system.menus.FileManagers;
import app.lacuna.desktop.words.Words;
import java.util.List;

/** Whether there are entries in the file manager: the files themselves say so. */
final class MenuEntries {
    private MenuEntries() {}

    static Setting<Boolean> of(FileManagers managers) {
        return Stored.elsewhere(
                "file-manager",
                managers.areThere(),
                false,
                List.of(true, false),
                there ->
                        Words.text(
                                there
                                        ? "setting.file-manager.there"
                                        : "setting.file-manager.not-there"),
                wanted -> {
                    if (wanted) {
                        managers.install();
                    } else {
                        managers.remove();
                    }
                });
    }
}
