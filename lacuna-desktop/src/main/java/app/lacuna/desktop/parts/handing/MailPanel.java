package app.lacuna.desktop.parts.handing;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.parts.password.SecretField;
import app.lacuna.desktop.ui.BusyLine;
import app.lacuna.desktop.ui.ChoiceGroup;
import app.lacuna.desktop.ui.FieldName;
import app.lacuna.desktop.ui.InSight;
import app.lacuna.desktop.ui.Page;
import app.lacuna.desktop.ui.Spoken;
import app.lacuna.desktop.ui.TextOfLines;
import app.lacuna.desktop.ui.WholeHeight;
import app.lacuna.desktop.ui.WrappingRow;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.mail.MailAccount.Security;
import app.lacuna.mail.PartsKind;
import java.util.List;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleObjectProperty;
import javafx.beans.property.StringProperty;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;

/** The messages as they will go: how large, in how many, to whom, with which words. */
public final class MailPanel extends WholeHeight {
    private static final List<Long> LIMITS =
            List.of(10_000_000L, 20_000_000L, 25_000_000L, 50_000_000L);
    private static final int TEXT_ROWS = 7;
    private static final int CONTENTS_SHOWN = 6;

    private final MailModel model;
    private final BooleanProperty asking = new SimpleBooleanProperty();
    private final VBox parts = new VBox(8);
    private final VBox told = new VBox(6);
    private final VBox service = new VBox(8);
    private boolean sending;

    public MailPanel(MailModel model) {
        super(10);
        this.model = model;
        setId("mail-panel");
        getStyleClass().addAll(Styles.SHEET, "clear-panel");
        fill();
        visibleProperty().bind(model.open());
        managedProperty().bind(visibleProperty());
        model.open()
                .addListener(
                        (property, before, now) -> {
                            refresh();
                            InSight.bring(this); // on a narrow page it is below what is seen
                        });
        model.limit().addListener((property, before, now) -> refresh());
        model.facts().page().addListener((property, before, now) -> refresh());
        model.givesAway().addListener((property, before, now) -> tell());
        model.done().addListener((property, before, now) -> tell());
        model.failure().addListener((property, before, now) -> refresh());
        refresh();
    }

    private void fill() {
        SimpleObjectProperty<Long> limit = new SimpleObjectProperty<>(model.limit().get());
        limit.addListener((property, before, now) -> model.limit().set(now));
        model.limit().addListener((property, before, now) -> limit.set(now.longValue()));
        HBox limits = new ChoiceGroup<>("mail-limit", LIMITS, limit, Sizes::inWords).row();
        TextArea text = new TextOfLines();
        text.setId("mail-text");
        text.setWrapText(true);
        text.setPrefRowCount(TEXT_ROWS);
        FieldName.give(text, Words.text("mail.text"));
        text.textProperty().bindBidirectional(model.text());
        Spoken.news(told);
        service.visibleProperty().bind(asking);
        service.managedProperty().bind(asking);
        fillService();
        Node drafts =
                Page.button("mail-drafts", Words.text("mail.drafts"), () -> saveDrafts(false));
        Node send = Page.button("mail-send", Words.text("mail.send"), this::askOrSend);
        drafts.disableProperty().bind(model.mailing().running());
        send.disableProperty().bind(model.mailing().running());
        getChildren()
                .setAll(
                        Page.label(Words.text("mail.heading"), Styles.HEADING),
                        Page.label(Words.text("mail.message-limit"), Styles.SECONDARY),
                        limits,
                        parts,
                        field("mail-to", "mail.to", model.to()),
                        Page.label(Words.text("mail.text"), Styles.SECONDARY),
                        text,
                        Page.label(Words.text("mail.text.note"), Styles.CAPTION),
                        Page.label(Words.text("mail.refused.note"), Styles.CAPTION),
                        service,
                        told,
                        new BusyLine(model.mailing()),
                        new WrappingRow(
                                10,
                                drafts,
                                send,
                                Page.button(
                                        "mail-close",
                                        Words.text("mail.close"),
                                        () -> model.open().set(false))));
    }

    private void fillService() {
        AccountForm form = model.account();
        VBox securities =
                new ChoiceGroup<>(
                                "mail-security",
                                List.of(Security.values()),
                                form.security(),
                                way -> Words.text("mail.security." + way))
                        .column();
        SecretField password =
                new SecretField(
                        "mail-service-password",
                        Words.text("mail.service.password"),
                        form.password(),
                        new SimpleBooleanProperty());
        password.onEnter(this::askOrSend);
        service.getChildren()
                .setAll(
                        Page.label(Words.text("mail.service.note"), Styles.SECONDARY),
                        field("mail-from", "mail.from", model.from()),
                        field("mail-host", "mail.service.host", form.host()),
                        securities,
                        field("mail-port", "mail.service.port", form.port()),
                        field("mail-user", "mail.service.user", form.user()),
                        password);
    }

    private static TextField field(String id, String key, StringProperty text) {
        TextField field = new TextField();
        field.setId(id);
        field.setPromptText(Words.text(key));
        FieldName.give(field, Words.text(key));
        field.textProperty().bindBidirectional(text);
        return field;
    }

    /** What depends on how large a message may be. */
    private void refresh() {
        String size = Sizes.inWords(model.messageBytes());
        parts.getChildren().clear();
        if (model.fitsInOne()) {
            parts.getChildren().add(Page.label(Words.text("mail.fits", size), Styles.PROTECTED));
        } else {
            parts.getChildren()
                    .addAll(
                            Page.label(
                                    Words.text(
                                            "mail.parts",
                                            size,
                                            Sizes.inWords(model.limit().get()),
                                            model.expectedMessages()),
                                    Styles.ATTENTION),
                            new ChoiceGroup<>(
                                            "mail-kind",
                                            List.of(PartsKind.values()),
                                            model.kind(),
                                            kind -> Words.text("mail.kind." + kind))
                                    .withNotes(kind -> Words.text("mail.kind." + kind + ".note"))
                                    .column());
            if (model.needsPassword()) {
                SecretField password =
                        new SecretField(
                                "mail-archive-password",
                                Words.text("mail.archive-password"),
                                model.archivePassword(),
                                new SimpleBooleanProperty());
                parts.getChildren().add(password);
            }
        }
        tell();
    }

    private void tell() {
        told.getChildren().clear();
        if (model.givesAway().get()) {
            told.getChildren()
                    .addAll(
                            Page.label(Words.text("mail.gives-away"), Styles.READABLE),
                            Page.link(
                                    "mail-all-the-same",
                                    Words.text("mail.all-the-same"),
                                    this::allTheSame));
        }
        model.done().get().ifPresent(this::tell);
        model.failure().get().ifPresent(this::tell);
    }

    private void tell(FailureText failure) {
        Label words = Page.label(failure.inOneLine(), Styles.ATTENTION);
        words.setId("mail-failure");
        told.getChildren().add(words);
    }

    private void tell(MailModel.Done done) {
        boolean drafts = !done.drafts().isEmpty();
        Label words =
                Page.label(
                        drafts
                                ? Words.text(
                                        "mail.drafted",
                                        done.count(),
                                        PathNames.known(done.folder()))
                                : Words.text("mail.sent", done.taken(), done.count()),
                        Styles.PROTECTED);
        words.setId("mail-done");
        told.getChildren().add(words);
        for (int i = 0; i < done.contents().size(); i++) {
            List<String> paths = done.contents().get(i);
            String shown =
                    String.join(", ", paths.subList(0, Math.min(CONTENTS_SHOWN, paths.size())));
            told.getChildren()
                    .add(
                            Page.label(
                                    Words.text(
                                            "mail.contents",
                                            i + 1,
                                            shown,
                                            Math.max(0, paths.size() - CONTENTS_SHOWN)),
                                    Styles.CAPTION));
        }
    }

    private void allTheSame() {
        if (sending) {
            model.send(true);
        } else {
            saveDrafts(true);
        }
    }

    private void saveDrafts(boolean evenWithPassword) {
        sending = false;
        model.saveDrafts(evenWithPassword);
    }

    /** The first time the service is asked for. */
    private void askOrSend() {
        if (!asking.get() || !model.account().isComplete()) {
            asking.set(true);
            return;
        }
        sending = true;
        model.send(false);
    }
}
