package app.lacuna.desktop.ui;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** The real ones. */
public final class SystemFileDialogs implements FileDialogs {
    private final Window owner;

    public SystemFileDialogs(Window owner) {
        this.owner = owner;
    }

    @Override
    public List<Path> chooseFiles(String title) {
        List<File> files = chooser(title).showOpenMultipleDialog(owner);
        return files == null ? List.of() : files.stream().map(File::toPath).toList();
    }

    @Override
    public Optional<Path> chooseFile(String title) {
        return Optional.ofNullable(chooser(title).showOpenDialog(owner)).map(File::toPath);
    }

    @Override
    public Optional<Path> chooseTarget(String title, String name) {
        FileChooser chooser = chooser(title);
        chooser.setInitialFileName(name);
        return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
    }

    private static FileChooser chooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        return chooser;
    }

    @Override
    public Optional<Path> chooseFolder(String title) {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle(title);
        return Optional.ofNullable(chooser.showDialog(owner)).map(File::toPath);
    }
}
