package app.lacuna.desktop.parts.receipt;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.parts.clearing.ClearPanel;
import app.lacuna.desktop.parts.handing.MailLine;
import app.lacuna.desktop.parts.handing.MailPanel;
import app.lacuna.desktop.parts.handing.OpenerLine;
import app.lacuna.desktop.parts.handing.PassOnPanel;
import app.lacuna.desktop.parts.password.PasswordQuestion;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.Columns;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.Mark.Meaning;
import app.lacuna.desktop.ui.Notices;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.ReceiptLine;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.WholeHeight;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.forecast.SizeRange;
import app.lacuna.job.CopyJob;
import app.lacuna.job.PackResult;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** The receipt: what was done, what is proved, what is still readable. */
public final class ReceiptView {
    private static final double RIGHT_WIDTH = 340;

    private final PackResult result;
    private final Tools tools;
    private final Page page;
    private final VBox lines = new WholeHeight(0);
    private final ProofList proofList;
    private final Optional<SizeRange> forecast;
    private final Next next;
    private final PasswordQuestion question;
    private final StopQuestion stopping = new StopQuestion();

    /** What the steps are done with. */
    public record Tools(
            ClearModel clearing, CopyModel copying, Handing handing, FileDialogs dialogs) {}

    /** What the buttons in the foot do. */
    public record Next(Runnable open, Runnable anew, Runnable discs) {}

    public ReceiptView(
            PackResult result,
            List<Path> roots,
            Optional<SizeRange> forecast,
            Optional<PasswordStep> password,
            Tools tools,
            Next next) {
        this.tools = tools;
        this.question =
                new PasswordQuestion(
                        () -> password.ifPresent(step -> step.kept().isKnownNow()),
                        () -> password.ifPresent(step -> step.kept().giveUp()));
        this.next = next;
        this.result = result;
        this.forecast = forecast;
        this.proofList = new ProofList(proof());
        page = new Page(brief());
        lines.getStyleClass().addAll(Styles.SHEET, "receipt");
        packed();
        proved();
        if (!result.leftOut().isEmpty()) {
            lines.getChildren().add(LeftOutLine.of(result.leftOut()));
        }
        result.keptInstead().ifPresent(this::keptInstead);
        password.ifPresent(this::password);
        lines.getChildren()
                .add(
                        new OriginalsLine(
                                result, roots, tools.clearing(), password.map(PasswordStep::kept)));
        handing();
        proofList.setVisible(false);
        ClearPanel panel = new ClearPanel(tools.clearing());
        MailPanel mail = new MailPanel(tools.handing().mail());
        Optional<PassOnPanel> passOn =
                tools.handing().passOn().map(step -> new PassOnPanel(step.model()));
        ScrollPane steps = new ScrollPane(lines);
        steps.getStyleClass().add("columns");
        steps.setFitToWidth(true);
        steps.setFitToHeight(true);
        steps.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        steps.setFocusTraversable(false);
        Columns columns = new Columns(steps, beside(panel, mail, passOn), RIGHT_WIDTH);
        VBox work = new VBox(12, new Notices(question, stopping), columns);
        VBox.setVgrow(work.getChildren().get(1), Priority.ALWAYS);
        page.setWork(work);
        Button look = Page.primary("open-packed", Words.text("receipt.open"), next.open());
        Page.withKey(look, "primary");
        page.setFoot(
                Page.spacer(),
                Page.button("pack-anew", Words.text("receipt.anew"), next.anew()),
                look);
    }

    public Page page() {
        return page;
    }

    /** What has been done is what comes first. */
    public void focusFirst() {
        Spoken.page(lines);
    }

    /** The dark button. */
    public void primary() {
        next.open().run();
    }

    /** The window always proves. */
    private ProofReport proof() {
        return result.proof().orElseThrow();
    }

    private BriefLine brief() {
        boolean locked = result.options().protection().needsPassword();
        String all =
                Words.text(
                        "receipt.identical",
                        proof().count(Verdict.IDENTICAL),
                        proof().entries().size());
        BriefLine brief = new BriefLine();
        new Sentence("receipt.brief")
                .word(line -> line.fact(PathNames.last(result.archive())))
                .when(locked)
                .word(
                        line ->
                                line.fact(
                                        all,
                                        proof().allIdentical()
                                                ? Styles.PROTECTED
                                                : Styles.ATTENTION))
                .into(brief);
        return brief;
    }

    private void packed() {
        Label path = Page.label(result.archive().toString(), Styles.MONO, Styles.SECONDARY);
        path.setId("receipt-path");
        Optional<SizeRange> known = forecast.filter(range -> range.expected() > 0);
        String line =
                Words.text(
                        "receipt.packed.line",
                        Sizes.inWords(result.contentBytes()),
                        Sizes.inWords(result.archiveBytes()),
                        Dates.duration(result.packing()),
                        known.isPresent() ? "yes" : "no",
                        known.map(range -> Sizes.inWords(range.expected())).orElse(""),
                        known.map(this::off).orElse(0.0));
        Button copy = Page.button("copy-to", Words.text("receipt.copy"), this::copy);
        copy.disableProperty().bind(tools.copying().copying().running());
        lines.getChildren()
                .add(
                        new ReceiptLine(
                                Meaning.DONE,
                                Words.text("receipt.packed.title"),
                                List.of(
                                        Page.label(line, Styles.SECONDARY),
                                        path,
                                        new BusyLine(tools.copying().copying()),
                                        copied()),
                                copy,
                                Page.button(
                                        "onto-discs", Words.text("receipt.discs"), next.discs())));
    }

    private void copy() {
        tools.dialogs()
                .chooseFolder(Words.text("receipt.copy.where"))
                .ifPresent(tools.copying()::copyTo);
    }

    /** What has come of the last copy. */
    private Label copied() {
        Label words = Page.label("", Styles.SECONDARY);
        words.setId("receipt-copied");
        Spoken.news(words);
        tools.copying()
                .made()
                .addListener(
                        (property, before, now) ->
                                words.setText(now.map(ReceiptView::copiedWords).orElse("")));
        tools.copying()
                .failure()
                .addListener(
                        (property, before, now) ->
                                words.setText(now.map(text -> text.inOneLine()).orElse("")));
        words.visibleProperty().bind(words.textProperty().isNotEmpty());
        words.managedProperty().bind(words.visibleProperty());
        return words;
    }

    private static String copiedWords(CopyJob.Result copy) {
        return Words.text(
                "receipt.copied." + copy.readBack(),
                PathNames.known(requireNonNull(copy.files().get(0).getParent())));
    }

    /** The list of the proof, or what is asked about the originals. */
    private VBox beside(ClearPanel panel, MailPanel mail, Optional<PassOnPanel> passOn) {
        List<Region> all = new ArrayList<>(List.of(panel, mail));
        passOn.ifPresent(all::add);
        all.forEach(one -> one.setMinHeight(Region.USE_PREF_SIZE)); // or its words are cut
        all.forEach(one -> one.visibleProperty().addListener((p, before, now) -> makeRoom(now)));
        proofList.managedProperty().bind(proofList.visibleProperty());
        VBox.setVgrow(proofList, Priority.ALWAYS);
        all.add(proofList);
        return new VBox(12, all.toArray(new Region[0]));
    }

    private void makeRoom(boolean shown) {
        if (shown) {
            proofList.setVisible(false);
        }
    }

    /** The steps from here to whoever gets it. */
    private void handing() {
        Handing handing = tools.handing();
        handing.opener().ifPresent(opener -> lines.getChildren().add(new OpenerLine(opener)));
        lines.getChildren().add(new MailLine(handing.mail()));
        handing.passOn().ifPresent(step -> lines.getChildren().add(step.line()));
    }

    /** How far the forecast was off, in percent. */
    private double off(SizeRange range) {
        return 100.0 * Math.abs(result.archiveBytes() - range.expected()) / range.expected();
    }

    private void proved() {
        Button show =
                Page.button("show-proof", Words.text("receipt.proved.show"), this::toggleList);
        boolean all = proof().allIdentical();
        line(
                all ? Meaning.DONE : Meaning.STILL_READABLE,
                Words.text(all ? "receipt.proved.title" : "receipt.proved.partly"),
                List.of(
                        Page.label(
                                Words.text(
                                        all
                                                ? "receipt.proved." + proof().readBack()
                                                : "receipt.proved.changed"),
                                Styles.SECONDARY)),
                show);
    }

    private void toggleList() {
        proofList.setVisible(!proofList.isVisible());
    }

    /** What is not complete has not taken the place of an older archive. */
    private void keptInstead(Path older) {
        line(
                Meaning.STILL_READABLE,
                Words.text("receipt.kept-instead.title"),
                List.of(
                        Page.label(
                                Words.text("receipt.kept-instead.line", older.getFileName()),
                                Styles.SECONDARY)));
    }

    /** It can not be got back from anywhere once this page is left. */
    private void password(PasswordStep step) {
        VBox place = new VBox();
        Runnable write =
                () -> {
                    boolean known = step.kept().known().get();
                    place.getChildren()
                            .setAll(
                                    passwordLine(
                                            known,
                                            known
                                                    ? Optional.empty()
                                                    : Optional.of(step.buttons())));
                };
        step.kept()
                .known()
                .addListener(
                        (property, before, now) -> {
                            write.run();
                            question.setVisible(false);
                        });
        write.run();
        lines.getChildren().add(place);
    }

    private static HBox passwordLine(boolean known, Optional<Node> buttons) {
        List<Node> details = new ArrayList<>();
        details.add(
                Page.label(
                        Words.text(known ? "receipt.password.known.line" : "receipt.password.line"),
                        Styles.SECONDARY));
        buttons.ifPresent(details::add);
        return new ReceiptLine(
                known ? Meaning.DONE : Meaning.STILL_READABLE,
                Words.text(known ? "receipt.password.known" : "receipt.password.title"),
                details);
    }

    /** Before the page is left while nobody has the password. */
    public void askAboutPassword(Runnable then) {
        question.ask(then);
    }

    /** The page is not left any more. */
    public boolean stopAsking() {
        return question.withdraw();
    }

    /** Before the page is left while jobs of it work, which are stopped by that. */
    public void askToStop(List<Job> jobs, Runnable then) {
        stopping.ask(jobs, then);
    }

    /** What is read out or typed is no longer there. */
    public void lock() {
        tools.handing().lock();
    }

    private void line(Meaning meaning, String title, List<Label> details, Node... buttons) {
        lines.getChildren().add(new ReceiptLine(meaning, title, details, buttons));
    }
}
