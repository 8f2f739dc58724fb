package app.lacuna.desktop.places.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.FolderEditor;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;

/** The sentence at the top of the Open place: what the archive is, and what becomes of it. */
final class OpenBrief {

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
        switch (model.state().get()) {
            case NOTHING ->
                    new Sentence("open.brief.nothing")
                            .word(to -> to.fact(Words.text("open.brief.nothing-yet")))
                            .into(line);
            case LOCKING -> line.say(Words.text("open.brief.locking"));
            case LOCKED -> writeLocked(model.listing());
            case UNLOCKED -> {
                folder.bind(model.session().extract().folder());
                writeUnlocked(model.listing());
            }
        }
    }

    private void writeLocked(Listing listing) {
        boolean hidden = listing.names() == Names.HIDDEN;
        new Sentence("open.brief.locked")
                .word(archive(listing))
                .word(to -> to.fact(Words.text("open.brief.is-locked"), Styles.PROTECTED))
                .fact(protection(listing))
                .word(
                        to ->
                                to.fact(
                                        Words.text("names." + listing.names()),
                                        hidden ? Styles.PROTECTED : Styles.READABLE))
                .fact(Sizes.inWords(listing.archiveBytes()))
                .into(line);
    }

    private static Consumer<BriefLine> archive(Listing listing) {
        return to -> to.fact(PathNames.last(listing.archive()));
    }

    private static String protection(Listing listing) {
        String words = Words.text("protection." + listing.weakestOfProtected());
        return listing.unprotected().isEmpty() ? words : Words.text("protection.partly", words);
    }

    private void writeUnlocked(Listing listing) {
        String items =
                Words.text("items", listing.entries().size(), Sizes.inWords(listing.totalBytes()));
        if (!listing.needsPassword()) {
            new Sentence("open.brief.everyone")
                    .when(model.session().isSalvaged())
                    .word(archive(listing))
                    .word(to -> to.fact(items))
                    .word(to -> to.fact(Words.text("open.brief.to-everyone"), Styles.READABLE))
                    .word(this::folder)
                    .into(line);
            return;
        }
        Optional<Instant> packed = packedOn();
        new Sentence("open.brief.unlocked")
                .when(model.session().isSalvaged())
                .word(archive(listing))
                .word(to -> to.fact(items))
                .when(packed.isPresent())
                .word(to -> to.fact(packed.map(Dates::day).orElse("")))
                .word(
                        changeable(
                                "brief-relock-cipher",
                                protection(listing),
                                listing.weakestProtection().canHideNames()))
                .word(
                        changeable(
                                "brief-relock-names",
                                Words.text("names." + listing.names()),
                                listing.names() == Names.HIDDEN))
                .word(to -> to.fact(Words.text("open.brief.is-unlocked"), Styles.READABLE))
                .when(model.autoLock().left().get().isPresent())
                .word(this::time)
                .word(this::folder)
                .into(line);
    }

    private void folder(BriefLine to) {
        String name = PathNames.brief(folder.get());
        Button word =
                to.word("extract-folder", name, Words.text("accessible.extract-folder", name));
        word.setOnAction(event -> layer.show(word, folderContent()));
    }

    /** With hidden names the outer entry tells it; otherwise nothing in it is younger. */
    private Optional<Instant> packedOn() {
        return model.session().archive().seenByAll().entries().stream()
                .map(ArchiveEntry::modified)
                .max(Comparator.naturalOrder())
                .filter(when -> model.listing().names() == Names.HIDDEN);
    }

    private Consumer<BriefLine> changeable(String id, String words, boolean good) {
        return to -> {
            Button word =
                    to.word(
                            id,
                            words,
                            Words.text("accessible.relock", words),
                            good ? Styles.PROTECTED : Styles.READABLE);
            word.setOnAction(event -> relock.run());
            boolean onlyRead = model.session().isOnlyRead();
            word.disableProperty()
                    .bind(
                            model.session()
                                    .writing()
                                    .action()
                                    .running()
                                    .map(writing -> writing || onlyRead));
        };
    }

    private void time(BriefLine to) {
        Optional<Duration> left = model.autoLock().left().get();
        String words = left.map(OpenBrief::clock).orElse(Words.text("open.brief.never"));
        Button word = to.word("lock-time", words, Words.text("accessible.lock-time", words));
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
                                OpenSettings.MINUTES,
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
