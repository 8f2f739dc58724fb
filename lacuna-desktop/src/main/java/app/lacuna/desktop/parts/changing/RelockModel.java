package app.lacuna.desktop.parts.changing;

import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.NewPassword;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteTarget;
import app.lacuna.password.HintCheck;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** How the open archive is to be locked from now on, while it is being chosen. */
public final class RelockModel {
    private final ObjectProperty<Protection> protection =
            new SimpleObjectProperty<>(Protection.AES_256);
    private final ObjectProperty<Names> names = new SimpleObjectProperty<>(Names.HIDDEN);
    private final BooleanProperty samePassword = new SimpleBooleanProperty();
    private final StringProperty hint = new SimpleStringProperty("");
    private final NewPassword password;
    private final BooleanBinding ready;
    private final BooleanBinding hintGivesAway;
    private boolean hadPassword;
    private String hintBefore = "";

    /**
     * @param archive what it is for
     */
    public RelockModel(Lifetime life, Path archive) {
        password =
                new NewPassword(
                        life,
                        () -> List.of(archive.getFileName().toString(), hint.get()),
                        () -> archive);
        ready =
                Bindings.createBooleanBinding(
                        this::isReady,
                        protection,
                        samePassword,
                        hint,
                        password.typed().agreement());
        hintGivesAway =
                Bindings.createBooleanBinding(
                        this::givesAway, hint, samePassword, password.typed().first(), protection);
        protection.addListener(
                (property, before, now) -> {
                    if (!now.canHideNames()) {
                        names.set(Names.VISIBLE);
                    }
                });
    }

    /** Begins with how the archive is; weak or missing protection begins with the usual one. */
    public void begin(Listing listing) {
        Protection now = listing.weakestProtection();
        hadPassword = listing.needsPassword();
        protection.set(now.canHideNames() ? now : Protection.AES_256);
        names.set(listing.names());
        samePassword.set(false);
        hintBefore = listing.comment();
        hint.set(hintBefore);
        password.clear();
    }

    public boolean hadPassword() {
        return hadPassword;
    }

    private boolean isReady() {
        if (!hint.get().equals(hintBefore) && !PackOptions.isUsableNote(hint.get())) {
            return false;
        }
        boolean enough = samePassword.get() || password.typed().agreement().get().isEnough();
        return !protection.get().needsPassword() || (enough && !givesAway());
    }

    /** A hint that contains the new password, or is near it. */
    private boolean givesAway() {
        boolean none = samePassword.get() || !protection.get().needsPassword();
        if (none || hint.get().isEmpty() || password.typed().first().get().isEmpty()) {
            return false;
        }
        try (Secret secret = password.typed().secret()) {
            return HintCheck.givesAway(hint.get(), secret);
        }
    }

    public RelockRequest request(RewriteTarget where) {
        Optional<String> other = Optional.of(hint.get()).filter(now -> !now.equals(hintBefore));
        return new RelockRequest(where, protection.get(), names.get(), other);
    }

    /**
     * The new password; the caller closes it.
     *
     * @param before the one that is there, if any
     */
    public Optional<TakenPassword> taken(Optional<Secret> before) {
        if (!protection.get().needsPassword()) {
            return Optional.empty();
        }
        return samePassword.get()
                ? before.map(known -> new TakenPassword(known.copy(), false))
                : Optional.of(password.taken());
    }

    public void clear() {
        password.clear();
    }

    public ObjectProperty<Protection> protection() {
        return protection;
    }

    public ObjectProperty<Names> names() {
        return names;
    }

    public BooleanProperty samePassword() {
        return samePassword;
    }

    public StringProperty hint() {
        return hint;
    }

    public NewPassword password() {
        return password;
    }

    public BooleanBinding hintGivesAway() {
        return hintGivesAway;
    }

    public BooleanBinding ready() {
        return ready;
    }
}
