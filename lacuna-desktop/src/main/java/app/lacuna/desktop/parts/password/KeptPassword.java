package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import java.nio.file.Path;
import java.util.Optional;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;

/**
 * The password of what was just written: to look inside without typing it again, as long as a page
 * shows it, and, if it was made here, until the user says to have it. It is wiped when neither is
 * the case any more.
 */
public final class KeptPassword implements AutoCloseable {
    private final Secret secret;
    private final Optional<MadePasswords> window;
    private final Optional<Path> file;
    private final ReadOnlyBooleanWrapper known = new ReadOnlyBooleanWrapper();
    private boolean onPage = true;
    private boolean givenUp;

    /**
     * One that was typed.
     *
     * @param secret taken over
     */
    KeptPassword(Secret secret) {
        this.secret = secret;
        this.window = Optional.empty();
        this.file = Optional.empty();
        known.set(true);
    }

    /** One that was made here. */
    KeptPassword(Secret secret, Path file, MadePasswords window) {
        this.secret = secret;
        this.window = Optional.of(window);
        this.file = Optional.of(file);
    }

    /** The caller closes it. */
    public Secret copy() {
        return secret.copy();
    }

    /** What it opens, if it was made here. */
    public Optional<Path> file() {
        return file;
    }

    /** The user has written it down, or put it where it is found again. */
    public void isKnownNow() {
        known.set(true);
        settle();
    }

    /** The user was asked, and does not want it. */
    public void giveUp() {
        givenUp = true;
        settle();
    }

    public ReadOnlyBooleanProperty known() {
        return known.getReadOnlyProperty();
    }

    boolean isOnPage() {
        return onPage;
    }

    /** Whether the window has to keep it. */
    boolean isNeeded() {
        return !known.get() && !givenUp;
    }

    /** No page shows it any more. */
    @Override
    public void close() {
        onPage = false;
        settle();
    }

    private void settle() {
        window.ifPresent(all -> all.changed(this));
        if (!onPage && !isNeeded()) {
            secret.close();
        }
    }
}
