package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.Progress;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.selection.FileSelection;
import java.util.function.Consumer;
import javafx.beans.InvalidationListener;
import javafx.scene.control.Button;

/** The sentence of the Pack place: read aloud, it is exactly what will happen. */
final class PackBrief {
    private final PackViewModel model;
    private final BriefLine line = new BriefLine();
    private final PackPopovers popovers;
    private final PopoverLayer layer;

    PackBrief(PackViewModel model, PopoverLayer layer, FileDialogs dialogs, Runnable discs) {
        this.model = model;
        this.layer = layer;
        this.popovers = new PackPopovers(model, layer, dialogs, discs);
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
        model.form().page().addListener(changed);
        model.form().method().addListener(changed);
        model.form().thenClear().addListener(changed);
        model.form().isOfRound().addListener(changed);
        write();
    }

    BriefLine line() {
        return line;
    }

    private void write() {
        line.clear();
        FileSelection selection = model.contents().selection().get();
        if (!selection.items().isEmpty()) {
            writeAll(selection);
        } else if (model.contents().scanning().get()) {
            int found =
                    model.contents().looking().progress().get().map(Progress::doneItems).orElse(0);
            new Sentence("pack.brief.scanning")
                    .word(line -> line.fact(Words.text("pack.brief.found", found)))
                    .into(line);
        } else {
            new Sentence("pack.brief.nothing")
                    .word(line -> line.fact(Words.text("pack.brief.nothing-yet")))
                    .into(line);
        }
    }

    private void writeAll(FileSelection selection) {
        Protection protection = model.protection().get();
        boolean hides = protection.canHideNames();
        String items =
                Words.text(
                        "items", selection.items().size(), Sizes.inWords(selection.totalBytes()));
        new Sentence("pack.brief")
                .word(word("brief-items", items, popovers::items))
                .word(word("brief-name", model.name().get(), popovers::name))
                .word(word("brief-whom", whom(), popovers::whom))
                .word(
                        word(
                                "brief-cipher",
                                Words.text("protection." + protection),
                                popovers::cipher,
                                hides ? Styles.PROTECTED : Styles.READABLE))
                .when(hides)
                .word(
                        word(
                                "brief-names",
                                Words.text("names." + model.names().get()),
                                popovers::names,
                                model.names().get() == Names.HIDDEN
                                        ? Styles.PROTECTED
                                        : Styles.READABLE))
                .word(word("brief-folder", PathNames.brief(model.folder().get()), popovers::folder))
                .when(!model.form().isOfRound().get())
                .word(
                        word(
                                "brief-then",
                                Words.text("then." + model.form().thenClear().get()),
                                popovers::thenClear))
                .into(line);
    }

    /** With the page that comes with the archive, if there is one. */
    private String whom() {
        return model.form()
                .page()
                .get()
                .map(kind -> Words.text("whom.page." + kind))
                .orElse(Words.text("whom." + model.form().whom().get()));
    }

    private interface Opener {
        javafx.scene.Node[] content();
    }

    private Consumer<BriefLine> word(String id, String words, Opener opener, String... styles) {
        return onto -> {
            Button word = onto.word(id, words, Words.text("accessible." + id, words), styles);
            word.setOnAction(event -> layer.show(word, opener.content()));
        };
    }
}
