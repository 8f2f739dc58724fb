package app.lacuna.desktop.ui;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** The system's own dialogs for choosing files; a double stands in where nobody can click them. */
public interface FileDialogs {
    List<Path> chooseFiles(String title);

    Optional<Path> chooseFile(String title);

    Optional<Path> chooseFolder(String title);

    /** Where to save something; the dialog itself asks before something is replaced. */
    Optional<Path> chooseTarget(String title, String name);
}
