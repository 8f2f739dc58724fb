package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.exposure.Opener;
import java.util.Locale;

/** Who has to be able to open the archive. Each choice sets cipher, method and names together. */
public enum ForWhom {
    /** With nothing but what is built in. */
    ANY_COMPUTER,
    /** A page comes with it that opens it. */
    WEB_BROWSER,
    AES_TOOL,
    NEWER_TOOL,
    /** With Lacuna. */
    MYSELF;

    /** Whether an archive of this form does for them. */
    boolean isServedBy(Protection protection, Method method) {
        boolean weak = protection.strength().isEmpty();
        return switch (this) {
            case ANY_COMPUTER -> weak && !method.needsNewerTools();
            case WEB_BROWSER ->
                    !weak && Opener.browsersRead(method.name().toLowerCase(Locale.ROOT));
            case AES_TOOL -> !weak && !method.needsNewerTools();
            case NEWER_TOOL -> !weak && method.needsNewerTools();
            case MYSELF -> !weak;
        };
    }

    /** The choice that comes nearest to a form. */
    static ForWhom nearest(Protection protection, Method method) {
        if (method.needsNewerTools()) {
            return NEWER_TOOL;
        }
        return protection.strength().isEmpty() ? ANY_COMPUTER : AES_TOOL;
    }
}
