package app.lacuna.desktop.places.discs;

import static java.util.Objects.requireNonNull;

import app.lacuna.archive.Names;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.DiscTable;
import app.lacuna.disc.Recovery;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.job.DiscsRepaired;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.beans.InvalidationListener;
import javafx.scene.Node;
import javafx.scene.control.Button;

/** The sentence of the Discs place: read aloud, it is exactly what will happen. */
final class DiscsBrief {
    private final DiscsModel model;
    private final BriefLine line = new BriefLine();
    private final PopoverLayer layer;
    private final DiscsPopovers popovers;

    DiscsBrief(DiscsModel model, PopoverLayer layer, DiscsPopovers popovers) {
        this.model = model;
        this.layer = layer;
        this.popovers = popovers;
        InvalidationListener changed = property -> write();
        model.cargo().addListener(changed);
        model.set().addListener(changed);
        model.repair().report().addListener(changed);
        model.plan().table().addListener(changed);
        model.form().kind().addListener(changed);
        model.form().spread().addListener(changed);
        model.form().recovery().addListener(changed);
        model.form().label().addListener(changed);
        model.form().folder().addListener(changed);
        model.form().options().addListener(changed);
        write();
    }

    BriefLine line() {
        return line;
    }

    private void write() {
        line.clear();
        if (model.set().get().isPresent()) {
            writeSet(model.set().get().get());
        } else if (model.cargo().get().isThere()) {
            writePlan();
        } else if (model.repair().report().get().isPresent()) {
            writeRepaired(model.repair().report().get().get());
        } else {
            new Sentence("discs.brief.nothing")
                    .word(to -> to.fact(Words.text("discs.brief.nothing-yet")))
                    .into(line);
        }
    }

    private void writeRepaired(DiscsRepaired report) {
        boolean all = report.isComplete();
        String count = Words.text("discs.brief.repaired.discs", report.discs().size());
        new Sentence("discs.brief.repaired")
                .word(to -> to.fact(count))
                .when(all)
                .word(
                        to ->
                                to.fact(
                                        Words.text(
                                                all
                                                        ? "discs.brief.repaired.there"
                                                        : "discs.brief.repaired.lost"),
                                        all ? Styles.PROTECTED : Styles.READABLE))
                .into(line);
    }

    private void writePlan() {
        Cargo cargo = model.cargo().get();
        boolean files = cargo instanceof Cargo.Files;
        boolean locked = model.form().locked().get();
        String items = Words.text("items", cargo.items(), Sizes.inWords(cargo.bytes()));
        new Sentence("discs.brief")
                .word(word("discs-items", items, popovers::items))
                .word(word("discs-kind", count(), popovers::kind))
                .word(word("discs-label", model.form().label().get().text(), popovers::label))
                .when(files)
                .word(
                        word(
                                "discs-names",
                                Words.text(
                                        locked
                                                ? "discs.names." + model.form().names().get()
                                                : "discs.names.OPEN"),
                                popovers::names,
                                locked && model.form().names().get() == Names.HIDDEN
                                        ? Styles.PROTECTED
                                        : Styles.READABLE))
                .word(
                        word(
                                "discs-recovery",
                                recovery(model.form().recovery().get()),
                                popovers::recovery))
                .when(model.burning().drive().isPresent())
                .word(
                        word(
                                "discs-folder",
                                PathNames.brief(model.form().folder().get()),
                                popovers::folder))
                .into(line);
    }

    /** As many as are expected at the moment. */
    private String count() {
        Optional<DiscTable.Count> count = model.plan().table().get().flatMap(model.plan()::count);
        return count.filter(DiscTable.Count::isPossible)
                .map(known -> DiscKinds.count(model.form().kind().get(), known))
                .orElseGet(
                        () ->
                                Words.text(
                                        "discs.count.unknown",
                                        DiscKinds.name(model.form().kind().get())));
    }

    static String recovery(Recovery recovery) {
        return Words.text("discs.recovery." + recovery.kind(), recovery.discs());
    }

    private void writeSet(BurnSet set) {
        Recovery recovery =
                set.recoveryDiscs() > 0
                        ? new Recovery(Recovery.Kind.DISCS, set.recoveryDiscs())
                        : set.discs().get(0).scratchBytes() > 0
                                ? Recovery.SCRATCHES
                                : Recovery.NONE;
        int count = set.discs().size();
        new Sentence("discs.brief.set")
                .word(to -> to.fact(set.label()))
                .word(
                        to ->
                                to.fact(
                                        DiscKinds.count(
                                                set.kind(), new DiscTable.Count(count, count, 0))))
                .word(to -> to.fact(recovery(recovery)))
                .when(model.burning().drive().isPresent())
                .word(to -> to.fact(folderOf(set)))
                .into(line);
    }

    private static String folderOf(BurnSet set) {
        return PathNames.brief(requireNonNull(set.discs().get(0).image().getParent()));
    }

    private Consumer<BriefLine> word(
            String id, String words, Supplier<Node[]> content, String... styles) {
        return onto -> {
            Button word = onto.word(id, words, Words.text("accessible." + id, words), styles);
            word.setOnAction(event -> layer.show(word, content.get()));
            word.disableProperty().bind(model.images().action().running());
        };
    }
}
