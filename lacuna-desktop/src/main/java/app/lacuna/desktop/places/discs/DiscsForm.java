package app.lacuna.desktop.places.discs;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLabel;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.Recovery;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.SimpleStringProperty;
import javafx.beans.property.StringProperty;

/** What the discs are to be like, and the archive on them. */
final class DiscsForm {
    private final Clock clock;
    private final ObjectProperty<DiscKind> kind = new SimpleObjectProperty<>(DiscKind.DVD);
    private final ObjectProperty<Spread> spread = new SimpleObjectProperty<>(Spread.OPEN_ALONE);
    private final ObjectProperty<Recovery> recovery = new SimpleObjectProperty<>(Recovery.ONE_DISC);
    private final ObjectProperty<DiscLabel> label = new SimpleObjectProperty<>();
    private final ObjectProperty<Path> folder = new SimpleObjectProperty<>();
    private final ObjectProperty<Boolean> locked = new SimpleObjectProperty<>(true);
    private final ObjectProperty<Names> names = new SimpleObjectProperty<>(Names.HIDDEN);
    private final ReadOnlyObjectWrapper<PackOptions> options =
            new ReadOnlyObjectWrapper<>(PackOptions.STANDARD.withNames(Names.HIDDEN));
    private final StringProperty hint = new SimpleStringProperty("");
    private PackOptions from = PackOptions.STANDARD;
    private boolean folderChosen;
    private boolean proposing;

    DiscsForm(Clock clock, Path folder) {
        this.clock = clock;
        this.folder.set(folder);
        this.folder.addListener((property, before, now) -> folderChosen |= !proposing);
        InvalidationListener changed = property -> settle();
        locked.addListener(changed);
        names.addListener(changed);
        hint.addListener(changed);
        proposeLabel();
    }

    /** A name that tells nothing. */
    void proposeLabel() {
        label.set(DiscLabel.of(LocalDate.now(clock).toString()));
    }

    /** Where the images go, unless the user has said where. */
    void proposeFolder(Path proposed) {
        if (!folderChosen) {
            proposing = true;
            folder.set(proposed);
            proposing = false;
        }
    }

    /** Of other files the next proposal is taken again. */
    void forgetChosenFolder() {
        folderChosen = false;
    }

    /** As another place has it. */
    void startFrom(PackOptions asked) {
        from = asked;
        locked.set(asked.protection().needsPassword());
        names.set(asked.names());
        hint.set(asked.note());
        settle();
    }

    private void settle() {
        Protection strong =
                from.protection().canHideNames() ? from.protection() : Protection.AES_256;
        options.set(
                from.withNote(PackOptions.isUsableNote(hint.get()) ? hint.get() : "")
                        .withMethod(readByBrowsers(from.method()))
                        .withNames(Names.VISIBLE)
                        .withProtection(locked.get() ? strong : Protection.NONE)
                        .withNames(locked.get() ? names.get() : Names.VISIBLE));
    }

    /** The page on every disc opens nothing else. */
    private static Method readByBrowsers(Method method) {
        return method == Method.STORED ? method : Method.DEFLATE;
    }

    DiscOrder order() {
        String hint = options.get().note();
        return new DiscOrder(
                kind.get(),
                spread.get(),
                recovery.get(),
                label.get(),
                hint.isBlank() ? Optional.empty() : Optional.of(hint),
                clock.instant().truncatedTo(ChronoUnit.SECONDS),
                clock.getZone(),
                Words.language().locale());
    }

    ObjectProperty<DiscKind> kind() {
        return kind;
    }

    ObjectProperty<Spread> spread() {
        return spread;
    }

    ObjectProperty<Recovery> recovery() {
        return recovery;
    }

    ObjectProperty<DiscLabel> label() {
        return label;
    }

    /** Where the images go. */
    ObjectProperty<Path> folder() {
        return folder;
    }

    /** Whether there is a password. */
    ObjectProperty<Boolean> locked() {
        return locked;
    }

    ObjectProperty<Names> names() {
        return names;
    }

    /** What everybody can read; may be empty. */
    StringProperty hint() {
        return hint;
    }

    /** How the archive is written. */
    ReadOnlyObjectProperty<PackOptions> options() {
        return options.getReadOnlyProperty();
    }
}
