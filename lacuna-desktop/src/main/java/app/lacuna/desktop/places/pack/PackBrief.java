package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.base.ByteCount;
import app.lacuna.base.Progress;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.FileSelection;
import javafx.beans.InvalidationListener;
import javafx.scene.control.Button;

/** The sentence of the Pack place: read aloud, it is exactly what will happen. */
final class PackBrief {
    private final PackViewModel model;
    private final BriefLine line = new BriefLine();
    private final PackPopovers popovers;
    private final PopoverLayer layer;

    PackBrief(PackViewModel model, PopoverLayer layer, FileDialogs dialogs) {
        this.model = model;
        this.layer = layer;
        this.popovers = new PackPopovers(model, layer, dialogs);
        InvalidationListener changed = property -> write();
        model.contents().selection().addListener(changed);
        model.contents().scanning().addListener(changed);
        model.contents()
                .looking()
                .progress()
                .addListener(
                        (property, before, now) -> {
                            if (model.contents().selection().get().items().isEmpty()) {
                                write();
                            }
                        });
        model.name().addListener(changed);
        model.folder().addListener(changed);
        model.protection().addListener(changed);
        model.names().addListener(changed);
        model.form().whom().addListener(changed);
        model.form().method().addListener(changed);
        write();
    }

    BriefLine line() {
        return line;
    }

    private void write() {
        FileSelection selection = model.contents().selection().get();
        line.clear().say(Words.text("pack.brief.pack"));
        if (selection.items().isEmpty()) {
            boolean scanning = model.contents().scanning().get();
            int found =
                    model.contents().looking().progress().get().map(Progress::doneItems).orElse(0);
            line.fact(Words.text(scanning ? "pack.brief.scanning" : "pack.brief.nothing", found));
            line.say(Words.text(scanning ? "pack.brief.scanning-rest" : "pack.brief.nothing-rest"));
            return;
        }
        word(
                "brief-items",
                Words.text(
                        "pack.brief.items",
                        selection.items().size(),
                        ByteCount.inWords(selection.totalBytes())),
                () -> popovers.items());
        line.say(Words.text("pack.brief.as"));
        word("brief-name", model.name().get(), () -> popovers.name());
        boolean locked = model.protection().get().needsPassword();
        line.say(Words.text("pack.brief.for"));
        word("brief-whom", Words.text("whom." + model.form().whom().get()), () -> popovers.whom());
        line.say(Words.text(locked ? "pack.brief.locked" : "pack.brief.open"));
        word(
                "brief-cipher",
                Words.text("protection." + model.protection().get()),
                () -> popovers.cipher(),
                model.protection().get().canHideNames() ? Styles.PROTECTED : Styles.READABLE);
        if (model.protection().get().canHideNames()) {
            boolean hidden = model.names().get() == Names.HIDDEN;
            line.say(Words.text("pack.brief.names"));
            word(
                    "brief-names",
                    Words.text("names." + model.names().get()),
                    () -> popovers.names(),
                    hidden ? Styles.PROTECTED : Styles.READABLE);
        }
        line.say(Words.text("pack.brief.keep"));
        word("brief-folder", PathNames.known(model.folder().get()), () -> popovers.folder());
        line.say(Words.text("pack.brief.prove"));
    }

    private interface Opener {
        javafx.scene.Node[] content();
    }

    private void word(String id, String words, Opener opener, String... styles) {
        Button word = line.word(id, words, Words.text("accessible." + id, words), styles);
        word.setOnAction(event -> layer.show(word, opener.content()));
    }
}
