package app.lacuna.desktop.parts.password;

import app.lacuna.common.Secret;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;

/**
 * Passwords that were made here, of files that exist. The window has them until the user says to
 * have them, whatever becomes of the page, the backup or the archive that showed them. Belongs to
 * the interface thread.
 */
public final class MadePasswords {
    private final List<KeptPassword> needed = new ArrayList<>();
    private final ObservableList<KeptPassword> withoutPage = FXCollections.observableArrayList();

    /** One for all: nobody else holds on to it, and it holds the listeners. */
    private final ObservableList<KeptPassword> shown =
            FXCollections.unmodifiableObservableList(withoutPage);

    /**
     * @param secret taken over
     * @param file what it opens
     * @return for the page that shows it, which closes it
     */
    KeptPassword keep(Secret secret, Path file) {
        KeptPassword kept = new KeptPassword(secret, file, this);
        needed.add(kept);
        return kept;
    }

    void changed(KeptPassword kept) {
        if (!kept.isNeeded()) {
            needed.remove(kept);
            withoutPage.remove(kept);
        } else if (!kept.isOnPage() && !withoutPage.contains(kept)) {
            withoutPage.add(kept);
        }
    }

    /** Those that no page shows any more. */
    public ObservableList<KeptPassword> withoutPage() {
        return shown;
    }

    /** The window is gone. */
    public void end() {
        for (KeptPassword kept : List.copyOf(needed)) {
            kept.giveUp();
            kept.close();
        }
    }
}
