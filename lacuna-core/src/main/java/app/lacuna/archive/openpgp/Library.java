package app.lacuna.archive.openpgp;

import java.security.Provider;
import java.security.Security;
import org.bouncycastle.jce.provider.BouncyCastleProvider;

/** The provider of what the platform does not have, registered behind all of those it does have. */
final class Library {
    private static final Provider PROVIDER = registered();

    private Library() {}

    private static Provider registered() {
        Provider there = Security.getProvider(BouncyCastleProvider.PROVIDER_NAME);
        if (there != null) {
            return there;
        }
        Provider made = new BouncyCastleProvider();
        Security.addProvider(made);
        return made;
    }

    static Provider provider() {
        return PROVIDER;
    }
}
