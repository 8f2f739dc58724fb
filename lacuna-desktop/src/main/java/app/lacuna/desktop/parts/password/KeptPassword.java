package app.lacuna.desktop.parts.password;

import app.lacuna.base.Secret;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;

/**
 * The password of what was just packed, as long as its receipt is there: to look inside without
 * typing it again, and, if it was made here, until somebody says that they have it.
 */
public final class KeptPassword implements AutoCloseable {
    private final Secret secret;
    private final ReadOnlyBooleanWrapper known = new ReadOnlyBooleanWrapper();

    /**
     * @param secret taken over
     * @param made whether nobody knows it yet
     */
    public KeptPassword(Secret secret, boolean made) {
        this.secret = secret;
        known.set(!made);
    }

    /** The caller closes it. */
    public Secret copy() {
        return secret.copy();
    }

    /** The user has written it down, or put it where it is found again. */
    public void isKnownNow() {
        known.set(true);
    }

    public ReadOnlyBooleanProperty known() {
        return known.getReadOnlyProperty();
    }

    @Override
    public void close() {
        secret.close();
    }
}
