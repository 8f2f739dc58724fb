package app.lacuna.archive.zip;

import app.lacuna.compression.Method;
import java.util.Optional;

/** The numbers of compression methods (4.4.5) and their names in the trade. */
final class MethodCodes {
    private MethodCodes() {}

    static int of(Method method) {
        return switch (method) {
            case STORED -> ZipConstants.METHOD_STORED;
            case DEFLATE -> ZipConstants.METHOD_DEFLATE;
            case DEFLATE64 -> 9;
            case BZIP2 -> 12;
            case LZMA -> 14;
            case ZSTD -> ZipConstants.METHOD_ZSTD;
            case XZ -> ZipConstants.METHOD_XZ;
        };
    }

    /** Empty for a method that is not read here. */
    static Optional<Method> method(int code) {
        for (Method method : Method.values()) {
            if (of(method) == code) {
                return Optional.of(method);
            }
        }
        return Optional.empty();
    }

    static String name(int code) {
        return method(code).map(MethodCodes::name).orElse("method " + code);
    }

    private static String name(Method method) {
        return switch (method) {
            case LZMA -> "LZMA";
            default -> method.name().toLowerCase(java.util.Locale.ROOT);
        };
    }

    /** 4.4.3.2: the version of the specification that a reader needs. */
    static int versionNeeded(int code) {
        return code == ZipConstants.METHOD_ZSTD || code == ZipConstants.METHOD_XZ
                ? ZipConstants.VERSION_NEWER_METHODS
                : ZipConstants.VERSION_BASIC;
    }
}
