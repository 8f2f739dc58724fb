package app.lacuna.crash;

import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermission;
import java.util.Set;

/** One change of a disk, or a request to make changes durable. Files and folders have numbers. */
sealed interface Operation {
    /** A new file, folder or link, not yet in any folder. It is empty. */
    record Create(int node, Kind kind, String linkTarget) implements Operation {}

    record Write(int file, long position, byte[] bytes) implements Operation {}

    record Truncate(int file, long size) implements Operation {}

    record Describe(int node, FileTime modified, Set<PosixFilePermission> permissions)
            implements Operation {}

    record Enter(int folder, String name, int node) implements Operation {}

    record Leave(int folder, String name, int node) implements Operation {}

    record Rename(int fromFolder, String fromName, int toFolder, String toName, int node)
            implements Operation {}

    record ForceFile(int file) implements Operation {}

    record ForceFolder(int folder) implements Operation {}

    enum Kind {
        FILE,
        FOLDER,
        LINK
    }

    /** Whether a power cut can undo it until it is forced. */
    default boolean isVolatile() {
        return this instanceof Write
                || this instanceof Truncate
                || this instanceof Enter
                || this instanceof Leave
                || this instanceof Rename;
    }

    /** Whether this, later, makes the earlier operation durable. */
    default boolean makesDurable(Operation earlier) {
        if (this instanceof ForceFile force) {
            return earlier instanceof Write write && write.file() == force.file()
                    || earlier instanceof Truncate cut && cut.file() == force.file();
        }
        if (this instanceof ForceFolder force) {
            return earlier instanceof Enter enter && enter.folder() == force.folder()
                    || earlier instanceof Leave leave && leave.folder() == force.folder()
                    || earlier instanceof Rename rename && rename.toFolder() == force.folder();
        }
        return false;
    }
}
