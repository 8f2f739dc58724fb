package app.lacuna.desktop.parts.receipt;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.parts.clearing.ClearModel.Done;
import app.lacuna.desktop.parts.clearing.ClearTarget;
import app.lacuna.desktop.parts.clearing.How;
import app.lacuna.desktop.parts.clearing.Proofs;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.PackResult;
import app.lacuna.looseends.Stays;
import app.lacuna.selection.LeftOut;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.layout.VBox;

/** The step of the receipt about the readable originals: still here, in the trash, or gone. */
public final class OriginalsLine extends VBox {
    private static final int NAMES_SHOWN = 2;

    private final PackResult result;
    private final List<Path> roots;
    private final ClearModel model;
    private final Optional<KeptPassword> password;

    /**
     * @param password a made one that somebody has to have before the originals go
     */
    public OriginalsLine(
            PackResult result,
            List<Path> roots,
            ClearModel model,
            Optional<KeptPassword> password) {
        this.password = password;
        password.ifPresent(kept -> kept.known().addListener((property, before, now) -> write()));
        this.result = result;
        this.roots = roots;
        this.model = model;
        setId("receipt-originals");
        model.last().addListener((property, before, now) -> write());
        write();
    }

    /** The originals, with the digests of the proof. */
    public static ClearTarget target(PackResult result) {
        return new ClearTarget(
                result.originals(),
                Proofs.digests(result.marks()),
                false,
                result.leftOut().stream()
                        .filter(left -> left.reason() != LeftOut.Reason.ALREADY_INCLUDED)
                        .filter(left -> left.reason() != LeftOut.Reason.OUTPUT_ITSELF)
                        .map(LeftOut::source)
                        .toList());
    }

    private void write() {
        getChildren().setAll(model.last().get().map(this::after).orElseGet(this::before));
    }

    /** Only this page knows how the archive is opened: until that is different nothing goes. */
    private boolean isPasswordUnknown() {
        return password.filter(kept -> !kept.known().get()).isPresent();
    }

    private Node before() {
        List<Button> buttons = new ArrayList<>();
        if (model.hasTrash()) {
            buttons.add(button("originals-trash", How.TRASH));
        }
        buttons.add(button("originals-delete", How.DELETE));
        List<Node> details = new ArrayList<>();
        details.add(Page.label(where(), Styles.SECONDARY));
        if (isPasswordUnknown()) {
            buttons.forEach(button -> button.setDisable(true));
            details.add(Page.label(Words.text("receipt.originals.password"), Styles.ATTENTION));
        }
        return new ReceiptLine(
                Meaning.STILL_READABLE,
                Words.text("receipt.originals.title", result.packed().size()),
                details,
                buttons.toArray(new Button[0]));
    }

    private Button button(String id, How how) {
        return Page.button(
                id,
                Words.text("receipt.originals." + how),
                () -> model.plan(how, List.of(target(result))));
    }

    private String where() {
        String names =
                roots.stream()
                        .limit(NAMES_SHOWN)
                        .map(root -> PathNames.last(root))
                        .collect(Collectors.joining(", "));
        Path first = roots.get(0);
        return Words.text(
                "receipt.originals.line",
                names,
                Math.max(0, roots.size() - NAMES_SHOWN),
                PathNames.known(first.getParent() == null ? first : first.getParent()));
    }

    /** What has stayed is said with its reasons beside it. */
    private Node after(Done done) {
        long stay =
                done.stays().stream()
                        .filter(left -> left.why() != Stays.LEFT_OUT)
                        .filter(left -> left.why() != Stays.NOT_EMPTY)
                        .count();
        boolean trash = done.how() == How.TRASH;
        List<Node> details = new ArrayList<>();
        details.add(
                Page.label(
                        Words.text("receipt.cleared.line." + done.how(), stay), Styles.SECONDARY));
        Optional<Button> undo =
                done.inTrash().isEmpty()
                        ? Optional.empty()
                        : Optional.of(
                                Page.button(
                                        "originals-undo", Words.text("clear.undo"), model::undo));
        return new ReceiptLine(
                trash || stay > 0 ? Meaning.STILL_READABLE : Meaning.DONE,
                Words.text("receipt.cleared.title." + done.how(), done.count()),
                details,
                undo.map(button -> new Node[] {button}).orElse(new Node[0]));
    }
}
