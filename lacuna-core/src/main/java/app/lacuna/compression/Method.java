package app.lacuna.compression;

/** Methods of compression. All can be read; {@link #isWritten} says which are written. */
public enum Method {
    STORED,
    /** Read by everything. */
    DEFLATE,
    DEFLATE64,
    BZIP2,
    LZMA,
    /** Read by newer tools only. */
    ZSTD,
    /** Read by newer tools only. */
    XZ;

    /** In a ZIP archive. */
    public boolean isWritten() {
        return this == STORED || this == DEFLATE || needsNewerTools();
    }

    /** Around a TAR archive. */
    public boolean isWrittenAroundTar() {
        return this == STORED || this == BZIP2 || this == ZSTD || this == XZ;
    }

    /** Among the written ones, those that the usual unzip tools do not know. */
    public boolean needsNewerTools() {
        return this == ZSTD || this == XZ;
    }
}
