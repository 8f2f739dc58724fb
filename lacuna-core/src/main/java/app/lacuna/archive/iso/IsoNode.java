package app.lacuna.archive.iso;

import java.time.Instant;

/** Something that goes into an image. */
public abstract sealed class IsoNode permits IsoFolder, IsoFile, IsoLink {
    private final String name;
    private final Instant modified;
    private final int permissions;
    private int serial;

    /**
     * @param permissions the nine bits of POSIX
     */
    IsoNode(String name, Instant modified, int permissions) {
        this.name = name;
        this.modified = modified;
        this.permissions = permissions;
    }

    public final String name() {
        return name;
    }

    final Instant modified() {
        return modified;
    }

    final int permissions() {
        return permissions;
    }

    /** Another one for each. */
    final int serial() {
        return serial;
    }

    final void number(int newSerial) {
        serial = newSerial;
    }
}
