package app.lacuna.desktop.parts.handing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.OpenerJob;
import app.lacuna.opener.OpenerKind;
import app.lacuna.opener.OpenerPage;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;

/** The step of the receipt about the opener page: whether there is one, and its SHA-256. */
public final class OpenerLine extends VBox {
    private final OpenerModel model;

    public OpenerLine(OpenerModel model) {
        this.model = model;
        setId("receipt-opener");
        model.made().addListener((property, before, now) -> write());
        model.failure().addListener((property, before, now) -> write());
        model.writing().running().addListener((property, before, now) -> write());
        write();
    }

    private void write() {
        Optional<OpenerJob.Result> made = model.made().get();
        List<Node> details = new ArrayList<>();
        if (made.isPresent()) {
            tell(made.get(), details);
        } else {
            details.add(
                    Page.label(
                            Words.text(model.isPossible() ? "opener.line" : "opener.not"),
                            Styles.SECONDARY));
        }
        model.failure()
                .get()
                .ifPresent(text -> details.add(Page.label(text.inOneLine(), Styles.ATTENTION)));
        details.add(new BusyLine(model.writing()));
        getChildren()
                .setAll(
                        new ReceiptLine(
                                made.isPresent() ? Meaning.DONE : Meaning.NOT_YET,
                                made.map(page -> Words.text("opener.made." + page.kind()))
                                        .orElse(Words.text("opener.title")),
                                details,
                                buttons(made).toArray(new Node[0])));
    }

    private void tell(OpenerJob.Result page, List<Node> details) {
        details.add(
                Page.label(
                        Words.text(
                                "opener.made.line." + page.kind(),
                                PathNames.last(page.page()),
                                Sizes.inWords(page.bytes())),
                        Styles.SECONDARY));
        if (page.kind() == OpenerKind.INSIDE && model.isLargeInside()) {
            details.add(
                    Page.label(
                            Words.text("opener.large", Sizes.inWords(OpenerPage.OFFERED_BYTES)),
                            Styles.ATTENTION));
        }
        details.add(Page.label(Words.text("opener.trust"), Styles.SECONDARY));
        Label digest = Page.label(inGroups(page.sha256()), Styles.MONO);
        digest.setId("opener-sha256");
        digest.setAccessibleText(Words.text("opener.sha256") + ": " + digest.getText());
        details.add(digest);
    }

    /** Four digits are what one can say at a time. */
    private static String inGroups(String digits) {
        return digits.replaceAll("(.{4})(?=.)", "$1 ");
    }

    private List<Node> buttons(Optional<OpenerJob.Result> made) {
        List<Node> buttons = new ArrayList<>();
        if (model.writing().running().get() || !model.isPossible()) {
            return buttons;
        }
        if (model.isInTheWay()) {
            buttons.add(
                    Page.button("opener-replace", Words.text("opener.replace"), model::replace));
        }
        for (OpenerKind kind : OpenerKind.values()) {
            boolean there = made.map(OpenerJob.Result::kind).filter(kind::equals).isPresent();
            if (!there && (kind == OpenerKind.BESIDE || model.fitsInside())) {
                buttons.add(
                        Page.button(
                                "opener-" + kind,
                                Words.text("opener.make." + kind),
                                () -> model.make(kind)));
            }
        }
        return buttons;
    }
}
