package app.lacuna.desktop.places.discs;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.password.NewPassword;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.disc.drive.BurnList;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.job.Archives;
import app.lacuna.job.DiscsResult;
import app.lacuna.selection.ExcludeRules;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.SelectionScanner;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** The page: what goes onto discs, how, and, when the images are there, how far they are burned. */
final class DiscsModel {
    private static final int RELATED_WORDS = 40;

    private final Clock clock;
    private final MadePasswords made;
    private final DiscsForm form;
    private final ForecastModel forecast;
    private final PlanModel plan;
    private final ImagesModel images;
    private final BurnModel burn;
    private final SetsModel sets;
    private final CoversModel covers;
    private final RepairModel repair;
    private final NewPassword password;
    private final Job choosing;
    private final ReadOnlyObjectWrapper<Cargo> cargo =
            new ReadOnlyObjectWrapper<>(new Cargo.Nothing());
    private final ReadOnlyObjectWrapper<FileSelection> selection =
            new ReadOnlyObjectWrapper<>(FileSelection.EMPTY);
    private final ReadOnlyObjectWrapper<Optional<BurnSet>> set =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final BooleanBinding ready;
    private List<Path> roots = List.of();

    /** What is being looked at. */
    private List<List<Path>> adding = List.of();

    /** Whether what is on the page was behind a password. */
    private boolean showsInside;

    /** Whether what is on its way is behind a password. */
    private boolean opensInside;

    /** Locked while it was busy: done as soon as it is not. */
    private boolean lockWanted;

    private int locks;
    private Optional<Secret> archiveSecret = Optional.empty();
    private Optional<ImagesModel.Written> written = Optional.empty();
    private Optional<KeptPassword> kept = Optional.empty();

    DiscsModel(
            Lifetime life,
            Clock clock,
            Optional<DiscDrive> drive,
            BurnList list,
            Path startFolder,
            MadePasswords made) {
        this.made = made;
        this.clock = clock;
        form = new DiscsForm(clock, startFolder);
        forecast = new ForecastModel(life, selection, form.options());
        plan = new PlanModel(life, cargo, form, forecast);
        images = new ImagesModel(life);
        burn = new BurnModel(life, drive, clock);
        sets = new SetsModel(life, list);
        covers = new CoversModel(life);
        repair = new RepairModel(life);
        choosing = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        password =
                new NewPassword(
                        life,
                        this::relatedWords,
                        () -> form.folder().get().resolve(form.label().get().of(1) + ".iso"));
        ready =
                Bindings.createBooleanBinding(
                        this::isReady,
                        cargo,
                        form.locked(),
                        password.typed().agreement(),
                        choosing.running(),
                        images.action().running(),
                        plan.table(),
                        form.kind());
        life.atEnd(this::forgetSecrets);
        for (Job job : List.of(images.action(), burn.action(), repair.action())) {
            job.running().addListener((property, before, now) -> life.tell(this::lockIfIdle));
        }
    }

    private List<String> relatedWords() {
        return selection.get().items().stream().limit(RELATED_WORDS).map(FileItem::path).toList();
    }

    private boolean isReady() {
        if (choosing.running().get() || images.action().running().get()) {
            return false;
        }
        if (isImpossible()) {
            return false;
        }
        if (cargo.get() instanceof Cargo.Archive) {
            return true;
        }
        boolean enough = !form.locked().get() || password.typed().agreement().get().isEnough();
        return cargo.get().isThere() && enough;
    }

    /** Whether it is known that it does not go onto discs of this kind in this way. */
    boolean isImpossible() {
        return plan.table()
                .get()
                .flatMap(plan::count)
                .filter(count -> !count.isPossible())
                .isPresent();
    }

    /** Whether other files may take the place of what is on the page. */
    boolean isPreparing() {
        return set.get().isEmpty() && !images.action().running().get();
    }

    /** Whether it works at something that is not to be disturbed. */
    boolean isBusy() {
        return images.action().running().get()
                || burn.action().running().get()
                || repair.action().running().get();
    }

    /** The chosen files and folders themselves. */
    List<Path> chosenRoots() {
        return roots;
    }

    /**
     * The password of an archive goes, and everything that it has shown. What is on its way is not
     * taken; a set whose images are there is burned on without the names of what is inside.
     */
    void lock() {
        locks++;
        if (opensInside) {
            choosing.cancel();
        }
        lockWanted = showsInside;
        lockIfIdle();
    }

    private void lockIfIdle() {
        if (!lockWanted || isBusy()) {
            return; // again when that has come to its end
        }
        Optional<BurnSet> images = set.get();
        boolean addsFiles = choosing.running().get() && !opensInside;
        List<List<Path>> stillAdded = addsFiles ? adding : List.of();
        startAnew();
        set.set(images);
        stillAdded.forEach(this::add);
    }

    void end() {
        images.action().cancel();
        burn.action().cancel();
        repair.action().cancel();
        forgetSecrets();
        password.clear();
        kept.ifPresent(KeptPassword::close);
    }

    /** Adds to what was chosen. */
    void add(List<Path> paths) {
        List<List<Path>> all = new ArrayList<>(choosing.running().get() ? adding : List.of());
        all.add(List.copyOf(paths));
        adding = List.copyOf(all);
        opensInside = false;
        List<Path> before = cargo.get() instanceof Cargo.Files files ? files.roots() : List.of();
        failure.set(Optional.empty());
        choosing.start(
                (listener, cancel) -> {
                    List<Path> roots = together(before, all);
                    return new Cargo.Files(
                            new SelectionScanner(cancel, item -> {}, ExcludeRules.NONE).scan(roots),
                            roots);
                },
                outcome -> chosen(outcome, Optional.empty()));
    }

    private static List<Path> together(List<Path> before, List<List<Path>> added) {
        Set<Path> all = new LinkedHashSet<>(before);
        added.forEach(paths -> paths.stream().map(Path::toAbsolutePath).forEach(all::add));
        return List.copyOf(all);
    }

    /**
     * What another place has prepared.
     *
     * @param secret taken over
     * @param made whether it was made there and nobody knows it yet
     */
    void takeFiles(Cargo.Files files, PackOptions options, Optional<Secret> secret, boolean made) {
        startAnew();
        form.startFrom(options);
        secret.ifPresent(password -> typed(password, made));
        show(files);
    }

    /**
     * An archive that is there.
     *
     * @param secret taken over
     */
    void takeArchive(Path file, PackOptions options, Optional<Secret> secret) {
        startAnew();
        form.startFrom(options);
        takeArchive(file, secret);
    }

    private void typed(Secret secret, boolean made) {
        try (secret) {
            String text = secret.withCharacters(Object::toString);
            password.typed().first().set(text);
            password.typed().second().set(text);
            if (made) {
                password.isMadeElsewhere();
            }
        }
    }

    private void takeArchive(Path file, Optional<Secret> secret) {
        adding = List.of();
        opensInside = secret.isPresent();
        int locksBefore = locks;
        choosing.start(
                (listener, cancel) -> {
                    try (ArchiveReader reader = Archives.open(file);
                            OpenedArchive opened =
                                    secret.isPresent()
                                            ? reader.open(secret.get())
                                            : reader.open()) {
                        return new Cargo.Archive(file, opened.listing());
                    }
                },
                outcome -> {
                    boolean locked = secret.isPresent() && locks != locksBefore;
                    if (!locked) {
                        chosen(outcome, secret);
                    }
                },
                late -> {},
                () -> secret.ifPresent(Secret::close));
    }

    /**
     * @param secret copied if it is needed
     */
    private void chosen(Outcome<? extends Cargo> outcome, Optional<Secret> secret) {
        outcome.match(
                now -> {
                    forgetSecrets();
                    archiveSecret = secret.map(Secret::copy);
                    showsInside = secret.isPresent();
                    show(now);
                },
                () -> {},
                cause -> failure.set(Optional.of(FailureText.of(cause))));
    }

    private void show(Cargo now) {
        if (!cargo.get().isThere()) {
            beside(now).filter(Files::isWritable).ifPresent(form::proposeFolder);
        }
        if (now instanceof Cargo.Files files) {
            roots = files.roots();
        }
        selection.set(now instanceof Cargo.Files files ? files.selection() : FileSelection.EMPTY);
        cargo.set(now);
    }

    private static Optional<Path> beside(Cargo cargo) {
        if (cargo instanceof Cargo.Archive archive) {
            return Optional.ofNullable(archive.file().getParent());
        }
        return cargo instanceof Cargo.Files files && !files.roots().isEmpty()
                ? Optional.ofNullable(files.roots().get(0).getParent())
                : Optional.empty();
    }

    /** The page is empty again. */
    void startAnew() {
        choosing.forget();
        adding = List.of();
        form.forgetChosenFolder();
        forgetSecrets();
        kept.ifPresent(KeptPassword::close);
        kept = Optional.empty();
        written = Optional.empty();
        showsInside = false;
        lockWanted = false;
        password.clear();
        repair.forget();
        images.forget();
        burn.forget();
        failure.set(Optional.empty());
        form.startFrom(PackOptions.STANDARD.withNames(Names.HIDDEN));
        form.proposeLabel();
        set.set(Optional.empty());
        show(new Cargo.Nothing());
    }

    private void forgetSecrets() {
        archiveSecret.ifPresent(Secret::close);
        archiveSecret = Optional.empty();
    }

    /**
     * Writes the images.
     *
     * @param thenBurn whether burning begins when they are there
     */
    void write(boolean thenBurn) {
        if (!ready.get()) {
            return;
        }
        boolean typed = cargo.get() instanceof Cargo.Files && form.locked().get();
        Optional<TakenPassword> taken =
                typed
                        ? Optional.of(password.taken())
                        : archiveSecret.map(known -> new TakenPassword(known.copy(), false));
        images.start(
                cargo.get(),
                form.options().get(),
                form.order(),
                form.folder().get(),
                taken,
                result -> {
                    kept = kept(taken, result);
                    password.clear();
                    forgetSecrets();
                    written = Optional.of(result);
                    show(setOf(result.discs()));
                    if (thenBurn) {
                        burn();
                    }
                },
                result -> kept(taken, result).ifPresent(KeptPassword::close));
    }

    private Optional<KeptPassword> kept(Optional<TakenPassword> taken, ImagesModel.Written result) {
        Path first = result.discs().discs().get(0).image();
        return taken.filter(TakenPassword::made).map(password -> password.written(first, made));
    }

    private static BurnSet setOf(DiscsResult result) {
        return new BurnSet(
                result.order().label().text(),
                result.order().when(),
                result.order().kind(),
                result.order().recovery().discs(),
                result.discs().get(0).facts().namesAreHidden(),
                result.discs().stream()
                        .map(
                                disc ->
                                        new BurnSet.Disc(
                                                disc.image(),
                                                disc.bytes(),
                                                disc.facts().scratchBytes(),
                                                Optional.empty()))
                        .toList());
    }

    private void show(BurnSet now) {
        set.set(Optional.of(now));
        sets.keep(now);
    }

    /** One that was begun before. */
    void goOnWith(BurnSet before) {
        startAnew();
        set.set(Optional.of(before));
    }

    void burn() {
        set.get().ifPresent(now -> burn.start(now, this::change));
    }

    private Optional<BurnSet> change(UnaryOperator<BurnSet> change) {
        set.get().map(change).ifPresent(this::show);
        return set.get();
    }

    /** It has to be burned once more, whatever was said of it. */
    void burnAgain(int number) {
        set.get().ifPresent(now -> show(now.with(number, Optional.empty())));
    }

    void saveCovers(Path target) {
        set.get().ifPresent(now -> covers.save(target, now, hint()));
    }

    private Optional<String> hint() {
        return written.flatMap(result -> result.discs().order().hint());
    }

    /** What is inside of a disc that was written just now. */
    List<String> pathsOn(int number) {
        return written.map(result -> result.discs().discs().get(number - 1).paths())
                .orElse(List.of());
    }

    Optional<ImagesModel.Written> written() {
        return written;
    }

    /** A made password that nobody knows yet. */
    Optional<KeptPassword> kept() {
        return kept;
    }

    boolean isPasswordUnknown() {
        return kept.filter(secret -> !secret.known().get()).isPresent();
    }

    /** What was made here goes when somebody has said to have it. */
    void forgetKnown() {
        if (!isPasswordUnknown()) {
            kept.ifPresent(KeptPassword::close);
            kept = Optional.empty();
        }
    }

    /** How far the forecast was off, if it was wrong by a disc. */
    boolean isForecastWrong() {
        int count = set.get().map(now -> now.discs().size()).orElse(0);
        return plan.table()
                .get()
                .flatMap(plan::count)
                .filter(planned -> planned.isPossible())
                .filter(planned -> count < planned.fewest() || count > planned.most())
                .isPresent();
    }

    Clock clock() {
        return clock;
    }

    DiscsForm form() {
        return form;
    }

    PlanModel plan() {
        return plan;
    }

    ImagesModel images() {
        return images;
    }

    BurnModel burning() {
        return burn;
    }

    SetsModel sets() {
        return sets;
    }

    CoversModel covers() {
        return covers;
    }

    RepairModel repair() {
        return repair;
    }

    NewPassword password() {
        return password;
    }

    Job choosing() {
        return choosing;
    }

    BooleanBinding ready() {
        return ready;
    }

    ReadOnlyObjectProperty<Cargo> cargo() {
        return cargo.getReadOnlyProperty();
    }

    /** Empty before the images are written. */
    ReadOnlyObjectProperty<Optional<BurnSet>> set() {
        return set.getReadOnlyProperty();
    }

    /** Why something could not be chosen. */
    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
