package app.lacuna.job;

import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import app.lacuna.selection.LeftOut;
import app.lacuna.staging.StagedFile;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/** Takes the archive that is about to be written out of its own contents, with a reason. */
public final class OwnOutput {
    private OwnOutput() {}

    public static FileSelection leaveOut(FileSelection selection, Path target) {
        Path output = resolved(target);
        List<FileItem> items = new ArrayList<>();
        List<LeftOut> leftOut = new ArrayList<>(selection.leftOut());
        for (FileItem item : selection.items()) {
            if (isOutput(item, output)) {
                leftOut.add(new LeftOut(item.source(), LeftOut.Reason.OUTPUT_ITSELF));
            } else {
                items.add(item);
            }
        }
        return new FileSelection(items, leftOut, selection.renamed(), selection.linkRoots());
    }

    private static boolean isOutput(FileItem item, Path output) {
        Path name = item.source().getFileName();
        if (name == null || item.kind() == ItemKind.FOLDER) {
            return false;
        }
        boolean working = StagedFile.isOwnTemporary(name.toString());
        return working
                || (name.equals(output.getFileName()) && resolved(item.source()).equals(output));
    }

    /** With the links on the way resolved, the last name kept as it is: it may not exist yet. */
    private static Path resolved(Path path) {
        Path absolute = path.toAbsolutePath().normalize();
        Path parent = absolute.getParent();
        if (parent == null) {
            return absolute;
        }
        try {
            return parent.toRealPath().resolve(absolute.getFileName());
        } catch (IOException e) {
            return absolute;
        }
    }
}
