package app.lacuna.archive.zip;

/** The trade's names of compression methods (4.4.5). */
final class MethodNames {
    private MethodNames() {}

    static String of(int method) {
        return switch (method) {
            case 0 -> "stored";
            case 8 -> "deflate";
            case 9 -> "deflate64";
            case 12 -> "bzip2";
            case 14 -> "LZMA";
            case 93 -> "zstd";
            case 95 -> "xz";
            default -> "method " + method;
        };
    }
}
