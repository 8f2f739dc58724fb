package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.opener.OpenerKind;
import app.lacuna.rounds.RecentForm;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/**
 * How the archive will be written. What can not go together never does: names are visible where the
 * cipher can not hide them.
 */
public final class PackForm {
    private final ObjectProperty<Protection> protection =
            new SimpleObjectProperty<>(Protection.AES_256);
    private final ObjectProperty<Names> names = new SimpleObjectProperty<>(Names.HIDDEN);
    private final ObjectProperty<Method> method = new SimpleObjectProperty<>(Method.DEFLATE);
    private final ObjectProperty<ThenClear> thenClear = new SimpleObjectProperty<>(ThenClear.KEEP);
    private final ReadOnlyBooleanWrapper round = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Optional<OpenerKind>> page =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final StringProperty hint = new SimpleStringProperty("");
    private final ReadOnlyObjectWrapper<ForWhom> whom =
            new ReadOnlyObjectWrapper<>(ForWhom.AES_TOOL);
    private final ReadOnlyObjectWrapper<PackOptions> options = new ReadOnlyObjectWrapper<>();

    PackForm() {
        InvalidationListener changed = property -> settle();
        protection.addListener(changed);
        names.addListener(changed);
        method.addListener(changed);
        hint.addListener(changed);
        settle();
    }

    /** As the last archive was. */
    void startFrom(RecentForm last) {
        protection.set(last.protection());
        names.set(last.names());
        method.set(last.method());
    }

    private void settle() {
        if (!whom.get().isServedBy(protection.get(), method.get())) {
            whom.set(ForWhom.nearest(protection.get(), method.get()));
        }
        if (whom.get() != ForWhom.WEB_BROWSER) {
            page.set(Optional.empty());
        }
        boolean hidden = names.get() == Names.HIDDEN && protection.get().canHideNames();
        String note = hint.get().strip();
        options.set(
                new PackOptions(
                        protection.get(),
                        hidden ? Names.HIDDEN : Names.VISIBLE,
                        method.get(),
                        PackOptions.STANDARD.level(),
                        PackOptions.isUsableNote(note) ? note : ""));
    }

    /** Sets everything that decides who can open it; each can be changed alone afterwards. */
    public void choose(ForWhom choice) {
        whom.set(choice);
        boolean weak = choice == ForWhom.ANY_COMPUTER;
        boolean newer = choice == ForWhom.NEWER_TOOL || choice == ForWhom.MYSELF;
        protection.set(weak ? Protection.TRADITIONAL : Protection.AES_256);
        method.set(newer ? Method.ZSTD : Method.DEFLATE);
        names.set(weak ? Names.VISIBLE : Names.HIDDEN);
        whom.set(choice);
        page.set(
                choice == ForWhom.WEB_BROWSER
                        ? Optional.of(page.get().orElse(OpenerKind.INSIDE))
                        : Optional.empty());
    }

    /** For anyone with a web browser, with this kind of page. */
    public void forBrowsers(OpenerKind kind) {
        page.set(Optional.of(kind));
        whom.set(ForWhom.WEB_BROWSER);
        settle();
    }

    /** The opener page that comes with the archive, if it is for web browsers. */
    public ReadOnlyObjectProperty<Optional<OpenerKind>> page() {
        return page.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<ForWhom> whom() {
        return whom.getReadOnlyProperty();
    }

    public ObjectProperty<Protection> protection() {
        return protection;
    }

    public ObjectProperty<Names> names() {
        return names;
    }

    public ObjectProperty<Method> method() {
        return method;
    }

    /** Whether the page says what a round says: a round copies what is worked with. */
    public void ofRound(boolean now) {
        round.set(now);
        thenClear.set(ThenClear.KEEP);
    }

    public ReadOnlyBooleanProperty isOfRound() {
        return round.getReadOnlyProperty();
    }

    /** What becomes of the originals when the archive is proved. */
    public ObjectProperty<ThenClear> thenClear() {
        return thenClear;
    }

    /** What everybody can read; may be empty. */
    public StringProperty hint() {
        return hint;
    }

    public ReadOnlyObjectProperty<PackOptions> options() {
        return options.getReadOnlyProperty();
    }
}
