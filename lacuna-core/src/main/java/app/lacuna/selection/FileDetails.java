package app.lacuna.selection;

import java.util.Map;
import java.util.OptionalLong;

/**
 * What a file system knows of a file beyond its name, size, time and permissions.
 *
 * @param mode all twelve bits of Unix, or {@link FileItem#NO_PERMISSIONS}
 * @param owner the number of the user it belongs to
 * @param group the number of the group
 * @param ownerName empty if nobody has that number here
 * @param attributes extended attributes of the user, by their names without "user."
 */
public record FileDetails(
        int mode,
        OptionalLong owner,
        OptionalLong group,
        String ownerName,
        String groupName,
        Map<String, byte[]> attributes) {
    public static final FileDetails UNKNOWN =
            new FileDetails(
                    FileItem.NO_PERMISSIONS,
                    OptionalLong.empty(),
                    OptionalLong.empty(),
                    "",
                    "",
                    Map.of());

    /** Set user, set group, sticky, and the nine. */
    public static final int ALL_BITS = 07777;
}
