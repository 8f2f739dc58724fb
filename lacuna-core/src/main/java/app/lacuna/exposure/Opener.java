package app.lacuna.exposure;

import java.util.Set;

/** What somebody may have on their computer. */
public enum Opener {
    /**
     * The unzip built into computers: traditional encryption at most (common practice, no source).
     */
    BUILT_IN_UNZIP,
    /** A current web browser, with the opener page. */
    WEB_BROWSER,
    /** An unzip tool that knows AES. */
    AES_UNZIP,
    /** One that knows the newer methods of compression too. */
    NEWER_TOOL,
    LACUNA;

    private static final Set<String> IN_BROWSERS = Set.of("stored", "deflate");

    /**
     * Whether the opener page reads what was compressed by this method.
     *
     * @param method the trade's name
     */
    public static boolean browsersRead(String method) {
        return IN_BROWSERS.contains(method);
    }
}
