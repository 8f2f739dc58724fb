package app.lacuna.desktop.shell;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.Secret;
import app.lacuna.selection.FileSelection;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * What one place wants put onto discs by another: files to be packed, or an archive.
 *
 * @param roots the chosen files and folders themselves
 * @param password that of the archive, or the one to be used; taken over
 * @param made whether it was made here and nobody knows it yet
 */
public record DiscsWanted(
        FileSelection selection,
        List<Path> roots,
        Optional<Path> archive,
        PackOptions options,
        Optional<Secret> password,
        boolean made) {

    public static DiscsWanted files(
            FileSelection selection,
            List<Path> roots,
            PackOptions options,
            Optional<Secret> password,
            boolean made) {
        return new DiscsWanted(selection, roots, Optional.empty(), options, password, made);
    }

    public static DiscsWanted archive(Path file, PackOptions options, Optional<Secret> password) {
        return new DiscsWanted(
                FileSelection.EMPTY, List.of(), Optional.of(file), options, password, false);
    }
}
