package app.lacuna.edit;

import app.lacuna.selection.FileItem;
import java.util.List;

/** One thing that was asked for. */
sealed interface Edit {
    /** Takes these, and what is in them if they are folders, out of the archive. */
    record Remove(List<String> paths) implements Edit {}

    /** Gives a file, or a folder with everything in it, another path. */
    record Move(String from, String to) implements Edit {}

    /** Puts files in; those whose path is taken by a file replace it. */
    record Put(List<FileItem> items) implements Edit {}
}
