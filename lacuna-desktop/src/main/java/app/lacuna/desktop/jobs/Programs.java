package app.lacuna.desktop.jobs;

import java.awt.Desktop;
import java.io.IOException;
import java.nio.file.Path;

/** The programs of this computer; a double stands in where there are none. */
@FunctionalInterface
public interface Programs {
    /**
     * Opens a file in the program that is set up for its kind. Not on the interface thread.
     *
     * @throws IOException if there is none
     */
    void open(Path file) throws IOException;

    static Programs ofThisComputer() {
        return file -> {
            if (!Desktop.isDesktopSupported()
                    || !Desktop.getDesktop().isSupported(Desktop.Action.OPEN)) {
                throw new IOException("no way to open files");
            }
            Desktop.getDesktop().open(file.toFile());
        };
    }
}
