package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.ObjectBinding;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.StringProperty;

/**
 * A new password, typed twice or shown. The fields of the window hold strings that nobody can wipe;
 * they are emptied as soon as the password has done its work.
 */
public final class PasswordModel {
    private final SecretText firstText = new SecretText();
    private final SecretText secondText = new SecretText();
    private final StringProperty first = firstText.text();
    private final StringProperty second = secondText.text();
    private final BooleanProperty showing = new SimpleBooleanProperty();
    private final ObjectBinding<Agreement> agreement =
            Bindings.createObjectBinding(this::compare, first, second, showing);

    /** How the two fields stand to each other. */
    public enum Agreement {
        EMPTY,
        /** The second is still missing, and what there is of it fits. */
        SECOND_MISSING,
        DIFFERENT,
        SAME,
        /** Shown while typed: once is enough. */
        SHOWN;

        public boolean isEnough() {
            return this == SAME || this == SHOWN;
        }
    }

    private Agreement compare() {
        if (first.get().isEmpty()) {
            return second.get().isEmpty() ? Agreement.EMPTY : Agreement.DIFFERENT;
        }
        if (showing.get()) {
            return Agreement.SHOWN;
        }
        if (first.get().equals(second.get())) {
            return Agreement.SAME;
        }
        return first.get().startsWith(second.get())
                ? Agreement.SECOND_MISSING
                : Agreement.DIFFERENT;
    }

    /** For the field that it is typed into. */
    public SecretText firstText() {
        return firstText;
    }

    public SecretText secondText() {
        return secondText;
    }

    public StringProperty first() {
        return first;
    }

    public StringProperty second() {
        return second;
    }

    public BooleanProperty showing() {
        return showing;
    }

    public ObjectBinding<Agreement> agreement() {
        return agreement;
    }

    /** The caller closes it. The fields keep their text: packing may have to be tried again. */
    public Secret secret() {
        return Secret.takeOver(first.get().toCharArray());
    }

    public void clear() {
        firstText.clear();
        secondText.clear();
        showing.set(false);
    }
}
