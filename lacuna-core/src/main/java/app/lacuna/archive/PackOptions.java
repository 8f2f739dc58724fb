package app.lacuna.archive;

import app.lacuna.compression.Level;

/** How an archive is written. */
public record PackOptions(Protection protection, Level level) {
    public static final PackOptions STANDARD = new PackOptions(Protection.AES_256, Level.BALANCED);

    public PackOptions {
        if (protection == Protection.TRADITIONAL) {
            throw new IllegalArgumentException("traditional encryption is not written");
        }
    }

    public PackOptions withProtection(Protection other) {
        return new PackOptions(other, level);
    }

    public PackOptions withLevel(Level other) {
        return new PackOptions(protection, other);
    }
}
