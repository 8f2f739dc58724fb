package app.lacuna.exposure;

import app.lacuna.selection.ItemKind;
import java.time.Instant;
import java.util.OptionalLong;

/**
 * One line of what a stranger sees.
 *
 * @param size empty where it is not known before packing
 * @param packedSize empty where it is not known before packing
 * @param checksum whether its CRC-32 can be read
 */
public record SeenEntry(
        String path,
        ItemKind kind,
        OptionalLong size,
        OptionalLong packedSize,
        Instant modified,
        boolean checksum) {}
