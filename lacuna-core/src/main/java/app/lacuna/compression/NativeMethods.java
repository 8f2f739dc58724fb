package app.lacuna.compression;

import app.lacuna.error.UnsupportedFeature;
import com.github.luben.zstd.Zstd;

/**
 * Methods that need a native library: whether it loads here. It has to be unpacked to a place from
 * which programs may be run, and there has to be a build of it for the system.
 */
public final class NativeMethods {
    private static final class Zstandard {
        static final boolean LOADS = loads();

        private static boolean loads() {
            try {
                return Zstd.maxCompressionLevel() > 0;
            } catch (LinkageError | RuntimeException e) {
                return false;
            }
        }
    }

    private NativeMethods() {}

    /**
     * @param entry what is to be packed or read, for the words
     * @throws UnsupportedFeature if it does not load
     */
    public static void require(Method method, String entry) throws UnsupportedFeature {
        if (method == Method.ZSTD && !Zstandard.LOADS) {
            throw new UnsupportedFeature(
                    "zstd, whose native library can not be loaded on this system", entry);
        }
    }
}
