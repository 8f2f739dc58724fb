package app.lacuna.archive;

import app.lacuna.compression.Level;

/** How an archive is written. */
public record PackOptions(Protection protection, Names names, Level level) {
    public static final PackOptions STANDARD =
            new PackOptions(Protection.AES_256, Names.VISIBLE, Level.BALANCED);

    public PackOptions {
        if (protection == Protection.TRADITIONAL) {
            throw new IllegalArgumentException("traditional encryption is not written");
        }
        if (names == Names.HIDDEN && !protection.needsPassword()) {
            throw new IllegalArgumentException("names are hidden by encryption");
        }
    }

    public PackOptions withProtection(Protection other) {
        return new PackOptions(other, names, level);
    }

    public PackOptions withNames(Names other) {
        return new PackOptions(protection, other, level);
    }

    public PackOptions withLevel(Level other) {
        return new PackOptions(protection, names, other);
    }
}
