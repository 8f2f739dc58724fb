package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.clearing.ClearModel;
import app.lacuna.desktop.parts.clearing.How;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.KeptPasswordSteps;
import app.lacuna.desktop.parts.password.KeySlipModel;
import app.lacuna.desktop.parts.receipt.CopyModel;
import app.lacuna.desktop.parts.receipt.OriginalsLine;
import app.lacuna.desktop.parts.receipt.PasswordStep;
import app.lacuna.desktop.parts.receipt.ReceiptView;
import app.lacuna.desktop.settings.Setting;
import app.lacuna.desktop.shell.DiscsWanted;
import app.lacuna.desktop.shell.Navigator;
import app.lacuna.desktop.shell.Place;
import app.lacuna.desktop.shell.Services;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.PackResult;
import app.lacuna.rounds.Round;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.animation.PauseTransition;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableValue;
import javafx.scene.Node;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.util.Duration;

/**
 * The Pack place: one or several packing jobs, of which one is on the page. While one runs, the
 * next can be set up; it waits for its turn.
 */
public final class PackPlace implements Place {
    private static final Duration KEPT = Duration.minutes(10);

    private final Services services;
    private final Navigator navigator;
    private final Supplier<PackViewModel> newModel;
    private final List<PackSession> sessions = new ArrayList<>();
    private final JobsStrip jobs = new JobsStrip(sessions, this::show);
    private final ReadOnlyObjectWrapper<Region> page = new ReadOnlyObjectWrapper<>();
    private final PackSettings settings;
    private PackSession session;

    /**
     * @param newModel makes the model of each packing job that is set up
     */
    public PackPlace(Services services, Navigator navigator, Supplier<PackViewModel> newModel) {
        this.services = services;
        this.navigator = navigator;
        this.newModel = newModel;
        settings = new PackSettings(services.settings(), services.dialogs());
        show(newSession());
    }

    private PackSession newSession() {
        PackViewModel model = newModel.get();
        settings.applyTo(model);
        PackSession[] made = new PackSession[1];
        PackView view =
                new PackView(
                        model,
                        services.popovers(),
                        services.dialogs(),
                        services.clipboard(),
                        new PackView.Actions(
                                () -> show(newSession()),
                                () -> remove(made[0]),
                                () -> ontoDiscs(model)));
        made[0] = new PackSession(model, view);
        sessions.add(made[0]);
        jobs.watch(made[0]);
        model.packing().result().addListener((property, before, now) -> packed(made[0], now));
        return made[0];
    }

    /** A saved job, on this page if it is empty, otherwise on one of its own. */
    public void prepare(Round round) {
        boolean isEmpty =
                session.receipt().isEmpty() && session.model().contents().roots().isEmpty();
        if (!isEmpty) {
            show(newSession());
        }
        new RoundOfPage(session.model()).load(round);
    }

    @Override
    public List<Setting<?>> settings() {
        return settings.all();
    }

    private void show(PackSession chosen) {
        session = chosen;
        jobs.show(session);
        sessions.forEach(each -> each.view().canBeRemoved(sessions.size() > 1));
        Region content = session.page();
        VBox.setVgrow(content, Priority.ALWAYS);
        page.set(new VBox(content, jobs));
    }

    /** For a while one can look inside without typing it again. */
    private static void forgetLater(PackSession done) {
        PauseTransition wait = new PauseTransition(KEPT);
        wait.setOnFinished(event -> forgetKnown(done));
        wait.play();
    }

    private static void forgetKnown(PackSession done) {
        if (done.model().kept().filter(kept -> kept.known().get()).isPresent()) {
            done.model().forgetKept();
        }
        done.receipt().ifPresent(ReceiptView::lock);
    }

    /** The receipt takes the place of the page, even if the user is elsewhere at the moment. */
    private void packed(PackSession done, Optional<PackResult> result) {
        done.setReceipt(result.map(packed -> receipt(done, packed)));
        result.ifPresent(packed -> forgetLater(done));
        if (session == done) {
            show(done);
        } else {
            jobs.show(session);
        }
    }

    private ReceiptView receipt(PackSession done, PackResult packed) {
        PackViewModel model = done.model();
        Optional<Node> steps =
                model.kept()
                        .filter(kept -> !kept.known().get())
                        .map(kept -> steps(model.life(), kept, packed.archive()));
        return new ReceiptView(
                packed,
                model.contents().roots(),
                model.forecastWhenPacked(),
                model.kept().flatMap(kept -> steps.map(node -> new PasswordStep(kept, node))),
                new ReceiptView.Tools(
                        clearing(done, packed),
                        new CopyModel(model.life(), packed.files()),
                        new ReceiptSteps(services).handing(model, packed),
                        services.dialogs()),
                new ReceiptView.Next(
                        () -> look(done, packed.archive()),
                        () -> leave(done, () -> stopAndStartAnew(done)),
                        () -> ontoDiscs(done, packed)));
    }

    /** The archive that was packed. */
    private void ontoDiscs(PackSession done, PackResult packed) {
        navigator.ontoDiscs(
                DiscsWanted.archive(
                        packed.archive(),
                        packed.options(),
                        done.model().kept().map(KeptPassword::copy)));
    }

    /** What is prepared here, instead of packing it into an archive. */
    private void ontoDiscs(PackViewModel model) {
        boolean typed = model.password().agreement().get().isEnough();
        boolean taken =
                navigator.ontoDiscs(
                        DiscsWanted.files(
                                model.contents().selection().get(),
                                model.contents().roots(),
                                model.form().options().get(),
                                typed ? Optional.of(model.password().secret()) : Optional.empty(),
                                model.newPassword().isMade()));
        if (taken) {
            model.startAnew();
        }
    }

    /**
     * If the brief said that the originals go then, they go now, since it was proved; but not
     * before somebody has the password.
     */
    private ClearModel clearing(PackSession done, PackResult packed) {
        PackViewModel model = done.model();
        ClearModel clearing = new ClearModel(model.life(), services.ends().trash());
        Optional<How> how =
                model.form().thenClear().get().how().filter(now -> packed.proof().isPresent());
        if (how.isEmpty()) {
            return clearing;
        }
        Runnable clear =
                () -> clearing.clearAtOnce(how.get(), List.of(OriginalsLine.target(packed)));
        if (done.isPasswordUnknown()) {
            model.kept().orElseThrow().known().addListener((property, before, now) -> clear.run());
        } else {
            clear.run();
        }
        return clearing;
    }

    private Node steps(Lifetime life, KeptPassword kept, Path archive) {
        return new KeptPasswordSteps(
                kept,
                new KeySlipModel(life, kept::copy, () -> archive),
                services.clipboard(),
                services.popovers(),
                services.dialogs());
    }

    private void look(PackSession done, Path archive) {
        done.model()
                .kept()
                .ifPresentOrElse(
                        kept -> navigator.look(archive, kept.copy()),
                        () -> navigator.look(archive));
    }

    private void stopAndStartAnew(PackSession done) {
        List<Job> working = services.book().unfinishedIn(done.model().life());
        done.receipt().ifPresent(receipt -> receipt.askToStop(working, () -> startAnew(done)));
    }

    /** Of several jobs the one that is done goes; the last one becomes an empty page again. */
    private void startAnew(PackSession done) {
        if (sessions.size() > 1) {
            remove(done);
        } else {
            done.model().startAnew();
            show(done);
        }
    }

    private void remove(PackSession unwanted) {
        sessions.remove(unwanted);
        unwanted.model().end();
        show(sessions.get(sessions.size() - 1));
    }

    /** A password that was made here and is not known to anybody is asked about. */
    private void leave(PackSession left, Runnable goOn) {
        if (left.isPasswordUnknown()) {
            show(left);
            left.receipt().ifPresent(receipt -> receipt.askAboutPassword(goOn));
        } else {
            goOn.run();
        }
    }

    @Override
    public String id() {
        return "pack";
    }

    @Override
    public String title() {
        return Words.text("place.pack");
    }

    @Override
    public ObservableValue<Region> page() {
        return page.getReadOnlyProperty();
    }

    @Override
    public void focusFirst() {
        session.model().rounds().look();
        if (session.hasReceipt()) {
            session.receipt().ifPresent(ReceiptView::focusFirst);
        } else {
            session.view().focusFirst();
        }
    }

    @Override
    public void find() {
        inPreparation(session.view()::find);
    }

    @Override
    public void primary() {
        if (session.hasReceipt()) {
            session.receipt().ifPresent(ReceiptView::primary);
        } else {
            session.view().primary();
        }
    }

    @Override
    public boolean cancel() {
        PackingModel packing = session.model().packing();
        boolean running = packing.action().running().get();
        packing.askingToCancel().set(running && !packing.askingToCancel().get());
        return running;
    }

    @Override
    public boolean accepts(List<Path> paths) {
        return !paths.isEmpty();
    }

    @Override
    public void take(List<Path> paths) {
        boolean inUse = session.hasReceipt() || session.model().packing().action().running().get();
        if (inUse) {
            show(newSession());
        }
        session.model().contents().add(paths);
    }

    @Override
    public void leave(Runnable showing, Runnable goOn) {
        Optional<PackSession> unknown =
                sessions.stream().filter(PackSession::isPasswordUnknown).findFirst();
        if (unknown.isEmpty()) {
            goOn.run();
            return;
        }
        showing.run();
        leave(
                unknown.get(),
                () -> {
                    unknown.get().model().forgetKept();
                    leave(showing, goOn);
                });
    }

    @Override
    public boolean stopAsking() {
        boolean asked = false;
        for (PackSession each : sessions) {
            asked |= each.receipt().map(ReceiptView::stopAsking).orElse(false);
        }
        return asked;
    }

    /** What is typed for the next archive stays; what is kept of the last one goes. */
    @Override
    public void lock() {
        sessions.forEach(PackPlace::forgetKnown);
    }

    @Override
    public List<PlaceKey> keys() {
        return List.of(
                PlaceKey.everywhere(
                        "Ctrl+D",
                        Words.text("key.files.does"),
                        () -> inPreparation(() -> session.view().addFiles())),
                PlaceKey.everywhere(
                        "Ctrl+Shift+D",
                        Words.text("key.folder.does"),
                        () -> inPreparation(() -> session.view().addFolder())),
                PlaceKey.of(
                        "Ctrl+H",
                        Words.text("key.names.does"),
                        () -> inPreparation(this::switchNames)),
                new PlaceKey(
                        "Ctrl+V",
                        Optional.of(Words.text("key.paste.pack")),
                        () -> isPreparing() && session.view().paste()),
                PlaceKey.of(
                        "Ctrl+M",
                        Words.text("key.make.does"),
                        () -> inPreparation(() -> session.view().makePassword())),
                PlaceKey.of(
                        "Ctrl+P",
                        Words.text("key.password.does"),
                        () -> inPreparation(() -> session.view().focusFirst())),
                new PlaceKey("Delete", Optional.of(Words.text("key.take-out.does")), () -> false));
    }

    private boolean isPreparing() {
        return !session.hasReceipt() && !session.model().packing().action().running().get();
    }

    private void inPreparation(Runnable action) {
        if (isPreparing()) {
            action.run();
        }
    }

    private void switchNames() {
        PackViewModel model = session.model();
        boolean hidden = model.names().get() == Names.HIDDEN;
        model.names().set(hidden ? Names.VISIBLE : Names.HIDDEN);
    }

    @Override
    public void end() {
        sessions.forEach(each -> each.model().end());
    }
}
