package app.lacuna.archive.openpgp;

import java.util.ServiceLoader;

/**
 * Cost of deriving the key of a new message from its password. A message stores its own cost, so
 * readers do not need this one.
 *
 * @param passes of Argon2 (RFC 9106, section 3.1: t)
 * @param lanes of Argon2 (p)
 * @param memoryExponent of Argon2: the memory is two to the power of this number, in KiB (m)
 * @param iterationCount coded octet count of the iterated S2K (RFC 9580, section 3.7.1.3)
 */
public record PgpKeyCost(int passes, int lanes, int memoryExponent, int iterationCount) {
    /** Second recommended option of RFC 9106, section 4; the largest iteration count. */
    static final PgpKeyCost PRODUCTION = new PgpKeyCost(3, 4, 16, 0xff);

    /** Replaces the cost in tests, as a service of {@link ServiceLoader}. Lacuna ships none. */
    public interface Replacement {
        PgpKeyCost cost();
    }

    private static final class Chosen {
        private static final PgpKeyCost COST =
                ServiceLoader.load(Replacement.class, PgpKeyCost.class.getClassLoader())
                        .findFirst()
                        .map(Replacement::cost)
                        .orElse(PRODUCTION);
    }

    static PgpKeyCost chosen() {
        return Chosen.COST;
    }
}
