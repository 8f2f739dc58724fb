package app.lacuna.archive.iso;

import java.time.Instant;

/** A symbolic link of an image. Who does not read Rock Ridge sees an empty file. */
public final class IsoLink extends IsoNode {
    private static final int ALL_MAY = 0777;
    private final String target;

    IsoLink(String name, String target, Instant modified) {
        super(name, modified, ALL_MAY);
        if (target.isEmpty() || target.indexOf('\0') >= 0) {
            throw new IllegalArgumentException("a link leads somewhere");
        }
        this.target = target;
    }

    String target() {
        return target;
    }
}
