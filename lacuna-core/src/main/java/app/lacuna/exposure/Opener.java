package app.lacuna.exposure;

/** What somebody may have on their computer. */
public enum Opener {
    /**
     * The unzip built into computers: traditional encryption at most (common practice, no source).
     */
    BUILT_IN_UNZIP,
    /** An unzip tool that knows AES. */
    AES_UNZIP,
    /** One that knows the newer methods of compression too. */
    NEWER_TOOL,
    LACUNA
}
