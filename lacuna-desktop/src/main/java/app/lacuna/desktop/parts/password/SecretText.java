package app.lacuna.desktop.parts.password;

import javafx.beans.property.ReadOnlyIntegerProperty;
import javafx.beans.property.ReadOnlyIntegerWrapper;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * What is typed into a field for a password. The toolkit keeps strings that nobody can wipe, and
 * what was undone besides; so that nothing of a password stays when it has done its work, {@link
 * #clear} tells the fields to make themselves anew.
 */
public final class SecretText {
    private final StringProperty text = new SimpleStringProperty("");
    private final ReadOnlyIntegerWrapper uses = new ReadOnlyIntegerWrapper();

    public StringProperty text() {
        return text;
    }

    /** The password has done its work. */
    public void clear() {
        text.set("");
        uses.set(uses.get() + 1);
    }

    /** Goes up by one with every password. */
    public ReadOnlyIntegerProperty uses() {
        return uses.getReadOnlyProperty();
    }
}
