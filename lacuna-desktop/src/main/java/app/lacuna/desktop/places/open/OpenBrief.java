package app.lacuna.desktop.places.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.ByteCount;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.FolderEditor;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;

/** The sentence at the top of the Open place: what the archive is, and what becomes of it. */
final class OpenBrief {
    private static final List<Integer> MINUTES = List.of(2, 5, 10, 30, 60, 0);

    private final OpenViewModel model;
    private final PopoverLayer layer;
    private final FileDialogs dialogs;
    private final Runnable relock;
    private final BriefLine line = new BriefLine();
    private final ObjectProperty<Path> folder = new SimpleObjectProperty<>();
    private Optional<Button> time = Optional.empty();

    /**
     * @param relock opens what changes password, cipher and form
     */
    OpenBrief(OpenViewModel model, PopoverLayer layer, FileDialogs dialogs, Runnable relock) {
        this.model = model;
        this.layer = layer;
        this.dialogs = dialogs;
        this.relock = relock;
        folder.addListener(
                (property, before, now) -> {
                    if (before != null && model.state().get() == OpenState.UNLOCKED) {
                        write();
                    }
                });
        model.autoLock().left().addListener((property, before, now) -> showTime(before, now));
    }

    BriefLine line() {
        return line;
    }

    void write() {
        line.clear();
        time = Optional.empty();
        folder.unbind();
        if (model.state().get() == OpenState.LOCKING) {
            line.say(Words.text("open.brief.locking"));
            return;
        }
        if (model.state().get() == OpenState.NOTHING) {
            line.say(Words.text("open.brief.open"));
            line.fact(Words.text("open.brief.nothing"));
            line.say(Words.text("open.brief.nothing-rest"));
            return;
        }
        Listing listing = model.listing();
        if (model.state().get() == OpenState.UNLOCKED && model.session().isSalvaged()) {
            line.say(Words.text("open.brief.left-of"));
        }
        line.fact(listing.archive().getFileName().toString());
        if (model.state().get() == OpenState.LOCKED) {
            writeLocked(listing);
        } else {
            folder.bind(model.session().extract().folder());
            writeUnlocked(listing);
        }
    }

    private void writeLocked(Listing listing) {
        line.say(Words.text("open.brief.is"));
        line.fact(Words.text("open.brief.locked"), Styles.PROTECTED);
        line.say(Words.text("open.brief.locked-rest", protection(listing)));
        boolean hidden = listing.names() == Names.HIDDEN;
        line.fact(
                Words.text("names." + listing.names()),
                hidden ? Styles.PROTECTED : Styles.READABLE);
        line.say(Words.text("open.brief.locked-size", ByteCount.inWords(listing.archiveBytes())));
    }

    private static String protection(Listing listing) {
        String words = Words.text("protection." + listing.weakestOfProtected());
        return listing.unprotected().isEmpty() ? words : Words.text("protection.partly", words);
    }

    private void writeUnlocked(Listing listing) {
        line.say(Words.text("open.brief.holds"));
        line.fact(
                Words.text(
                        "pack.brief.items",
                        listing.entries().size(),
                        ByteCount.inWords(listing.totalBytes())));
        packedOn()
                .ifPresent(
                        when -> {
                            line.say(Words.text("open.brief.packed"));
                            line.fact(Dates.day(when));
                        });
        boolean locked = listing.needsPassword();
        if (locked) {
            line.say(", ");
            changeable(
                    "brief-relock-cipher",
                    protection(listing),
                    listing.weakestProtection().canHideNames());
            line.say(Words.text("open.brief.names"));
            changeable(
                    "brief-relock-names",
                    Words.text("names." + listing.names()),
                    listing.names() == Names.HIDDEN);
        }
        line.say(Words.text("open.brief.it-is"));
        line.fact(
                Words.text(locked ? "open.brief.unlocked" : "open.brief.everyone"),
                Styles.READABLE);
        if (locked) {
            writeTime();
        }
        line.say(Words.text("open.brief.goes-to"));
        String name = PathNames.known(folder.get());
        Button word =
                line.word("extract-folder", name, Words.text("accessible.extract-folder", name));
        word.setOnAction(event -> layer.show(word, folderContent()));
        line.say(".");
    }

    /** With hidden names the outer entry tells it; otherwise nothing in it is younger. */
    private Optional<Instant> packedOn() {
        return model.session().archive().seenByAll().entries().stream()
                .map(ArchiveEntry::modified)
                .max(Comparator.naturalOrder())
                .filter(when -> model.listing().names() == Names.HIDDEN);
    }

    private void changeable(String id, String words, boolean good) {
        Button word =
                line.word(
                        id,
                        words,
                        Words.text("accessible.relock", words),
                        good ? Styles.PROTECTED : Styles.READABLE);
        word.setOnAction(event -> relock.run());
        word.setDisable(model.session().isSalvaged());
    }

    private void writeTime() {
        Optional<Duration> left = model.autoLock().left().get();
        line.say(Words.text(left.isPresent() ? "open.brief.locks-in" : "open.brief.locks-never"));
        String words = left.map(OpenBrief::clock).orElse(Words.text("open.brief.never"));
        Button word = line.word("lock-time", words, Words.text("accessible.lock-time", words));
        word.setOnAction(event -> layer.show(word, timeContent()));
        time = Optional.of(word);
    }

    private void showTime(Optional<Duration> before, Optional<Duration> now) {
        if (time.isEmpty()) {
            return;
        }
        if (before.isPresent() != now.isPresent()) {
            write();
            return;
        }
        now.ifPresent(left -> time.get().setText(clock(left)));
    }

    /** Minutes and seconds. */
    private static String clock(Duration left) {
        return String.format(Locale.ROOT, "%d:%02d", left.toMinutes(), left.toSecondsPart());
    }

    private Node[] timeContent() {
        ObjectProperty<Integer> minutes =
                new SimpleObjectProperty<>(model.autoLock().minutes().get());
        minutes.addListener(
                (property, before, now) -> model.autoLock().minutes().set(now.intValue()));
        VBox choices =
                new ChoiceGroup<>(
                                "lock-after",
                                MINUTES,
                                minutes,
                                value -> Words.text("lock-time.minutes", value))
                        .whenClicked(layer::close)
                        .column();
        return new Node[] {
            Page.label(Words.text("lock-time.title"), Styles.CARD_TITLE),
            choices,
            Page.label(Words.text("lock-time.note"), Styles.SECONDARY)
        };
    }

    private Node[] folderContent() {
        Node[] editor =
                new FolderEditor(
                                "target",
                                Words.text("open.folder"),
                                model.session().extract().folder(),
                                dialogs,
                                layer::close)
                        .content();
        Button compare =
                Page.button(
                        "compare-folder",
                        Words.text("compare.start"),
                        () -> {
                            layer.close();
                            model.session().compare();
                        });
        var note = Page.label(Words.text("compare.note"), Styles.SECONDARY);
        note.setMaxWidth(380);
        VBox restore = new VBox(5, compare, note);
        Node[] content = java.util.Arrays.copyOf(editor, editor.length + 1);
        content[editor.length] = restore;
        return content;
    }
}
