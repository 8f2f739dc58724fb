package app.lacuna.desktop.jobs;

import java.awt.Desktop;
import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;

/**
 * Files that are given to the program while it runs: a Mac does not start it once more, but tells
 * it. Elsewhere they come as arguments.
 */
public final class FilesFromSystem {
    private FilesFromSystem() {}

    /**
     * @param taken told from any thread
     */
    public static void listen(Consumer<List<Path>> taken) {
        String system = System.getProperty("os.name", "").toLowerCase(Locale.ROOT);
        if (!system.contains("mac") || !Desktop.isDesktopSupported()) {
            return; // elsewhere the toolkit for that need not even be loaded
        }
        Desktop desktop = Desktop.getDesktop();
        if (desktop.isSupported(Desktop.Action.APP_OPEN_FILE)) {
            desktop.setOpenFileHandler(
                    event -> taken.accept(event.getFiles().stream().map(File::toPath).toList()));
        }
    }
}
