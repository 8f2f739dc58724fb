package app.lacuna.desktop.places.open;

import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.settings.Stored;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.state.Settings;
import java.nio.file.Path;
import java.util.List;

/** What can be set about opening archives. */
final class OpenSettings {
    private static final int USUAL_MINUTES = 10;

    static final List<Integer> MINUTES = List.of(2, 5, 10, 30, 60, 0);

    private final Setting<Integer> lockAfter;
    private final Setting<Boolean> rememberOpened;
    private final Setting<String> viewer;

    OpenSettings(Settings file, FileDialogs dialogs) {
        lockAfter =
                Stored.number(
                        file,
                        "lock-after",
                        USUAL_MINUTES,
                        MINUTES,
                        minutes -> Words.text("lock-time.minutes", minutes));
        rememberOpened =
                Stored.yesOrNo(
                        file,
                        "remember-opened",
                        true,
                        yes -> Words.text(yes ? "setting.remembered" : "setting.not-remembered"));
        viewer =
                Stored.text(file, "viewer", List.of(""), OpenSettings::program)
                        .orAsk(
                                () ->
                                        dialogs.chooseFile(Words.text("setting.viewer"))
                                                .map(Path::toString));
    }

    private static String program(String path) {
        return path.isEmpty() ? Words.text("setting.viewer.system") : PathNames.printable(path);
    }

    /** Minutes without use; 0 stands for never. */
    Setting<Integer> lockAfter() {
        return lockAfter;
    }

    Setting<Boolean> rememberOpened() {
        return rememberOpened;
    }

    /** A program that opens files; empty if that of the system does. */
    Setting<String> viewer() {
        return viewer;
    }

    List<Setting<?>> all() {
        return List.of(lockAfter, viewer, rememberOpened);
    }
}
