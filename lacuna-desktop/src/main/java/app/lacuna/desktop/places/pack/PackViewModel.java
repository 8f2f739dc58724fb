package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.base.Outcome;
import app.lacuna.base.Secret;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.jobs.UserAction;
import app.lacuna.desktop.parts.password.PasswordModel;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.exposure.RevealingName;
import app.lacuna.failure.ReadOnlyTarget;
import app.lacuna.failure.TargetExists;
import app.lacuna.forecast.Delivery;
import app.lacuna.forecast.SizeRange;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.job.PackResult;
import app.lacuna.password.HintCheck;
import app.lacuna.password.Strength;
import app.lacuna.rounds.RecentForm;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import app.lacuna.selection.FileItem;
import app.lacuna.staging.Existing;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.LongProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleLongProperty;
import javafx.beans.property.SimpleObjectProperty;

/** The Pack place: what goes in, under which name, where to, how locked; then packing itself. */
public final class PackViewModel {
    private static final int NAMES_TRIED_FIRST = 300;

    private final Threads threads;
    private final JobTurns turns;
    private final ReadOnlyBooleanWrapper waiting = new ReadOnlyBooleanWrapper();
    private final NewArchiveName newName;
    private final ContentsModel contents;
    private Optional<SizeRange> forecastWhenPacked = Optional.empty();
    private final PasswordModel password = new PasswordModel();
    private final UserAction packing;
    private final ObjectProperty<Path> folder = new SimpleObjectProperty<>();
    private final ObjectProperty<String> name = new SimpleObjectProperty<>();
    private final PackForm form = new PackForm();
    private final ForecastModel forecast;
    private final LongProperty mailLimit = new SimpleLongProperty(Delivery.USUAL_MAIL_LIMIT);
    private final ExposureModel exposure;
    private final StrengthModel strength;
    private final KeySlipModel keySlip;
    private final RoundsModel rounds;
    private String roundName = "";

    /** What the user agrees to by replacing what was in the way. */
    private Existing replacing = Existing.REPLACE;

    private final ReadOnlyObjectWrapper<Optional<PackResult>> result =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper replaceOffered = new ReadOnlyBooleanWrapper();
    private final BooleanProperty cancelled = new SimpleBooleanProperty();
    private final BooleanBinding ready;

    /**
     * @param store where rounds and recent destinations are kept
     * @param turns shared by all packing jobs, so that one runs after the other
     */
    public PackViewModel(
            Threads threads,
            NewArchiveName newName,
            Path startFolder,
            RoundStore store,
            JobTurns turns) {
        this.threads = threads;
        this.turns = turns;
        rounds = new RoundsModel(store);
        rounds.recentForm() // but a weak form is never where the next one starts from
                .filter(last -> last.protection().canHideNames())
                .ifPresent(
                        last -> {
                            form.protection().set(last.protection());
                            form.names().set(last.names());
                            form.method().set(last.method());
                        });
        this.newName = newName;
        contents = new ContentsModel(threads);
        packing = new UserAction(threads);
        folder.set(startFolder);
        name.set(newName.freeIn(startFolder));
        forecast = new ForecastModel(threads, contents.selection(), form.options());
        exposure = new ExposureModel(contents.selection(), form.options(), name, newName.clock());
        strength = new StrengthModel(threads, password.first(), this::relatedWords);
        keySlip = new KeySlipModel(threads, password::secret, name::get);
        ready =
                Bindings.createBooleanBinding(
                        this::isReady,
                        contents.selection(),
                        contents.scanning(),
                        form.protection(),
                        password.agreement(),
                        packing.running());
    }

    private boolean isReady() {
        return !contents.selection().get().items().isEmpty()
                && !contents.scanning().get()
                && !packing.running().get()
                && (!form.protection().get().needsPassword()
                        || password.agreement().get().isEnough());
    }

    /** Packs and proves; afterwards there is a result, a failure, or a cancellation. */
    public void pack() {
        pack(Existing.KEEP);
    }

    /** The user has seen that the name is taken. */
    public void packReplacing() {
        pack(replacing);
    }

    private void pack(Existing existing) {
        if (!ready.get()) {
            return;
        }
        failure.set(Optional.empty());
        replaceOffered.set(false);
        cancelled.set(false);
        forecastWhenPacked = forecast.seen().get().map(seen -> seen.forecast().archive());
        PackRequest request =
                new PackRequest(
                        contents.selection().get(),
                        target(),
                        form.options().get(),
                        existing,
                        AfterPacking.PROVE);
        Optional<Secret> secret =
                form.protection().get().needsPassword()
                        ? Optional.of(password.secret())
                        : Optional.empty();
        waiting.set(true);
        packing.start(
                (listener, cancel) ->
                        turns.inTurn(
                                cancel,
                                () -> threads.ui().execute(() -> waiting.set(false)),
                                () -> new PackJob(request, secret, listener, cancel).run()),
                outcome -> {
                    waiting.set(false);
                    secret.ifPresent(Secret::close);
                    ended(outcome);
                });
    }

    /** What a guesser would try first: names that stand beside the password. */
    private List<String> relatedWords() {
        List<String> words = new ArrayList<>();
        words.add(name.get());
        words.add(String.valueOf(folder.get().getFileName()));
        words.add(System.getProperty("user.name", ""));
        words.add(form.hint().get());
        contents.selection().get().items().stream()
                .limit(NAMES_TRIED_FIRST)
                .forEach(item -> words.add(item.path()));
        return words;
    }

    /** Puts a made password into both fields, shown, where it stays until packing is done. */
    public void take(Secret made, Strength known) {
        String text = made.withCharacters(Object::toString);
        strength.willBe(text, known);
        password.showing().set(true);
        password.first().set(text);
        password.second().set(text);
    }

    public boolean hintGivesPasswordAway(String hint) {
        try (Secret secret = password.secret()) {
            return HintCheck.givesAway(hint, secret);
        }
    }

    private void ended(Outcome<PackResult> outcome) {
        if (outcome instanceof Outcome.Done<PackResult> done) {
            password.clear();
            rounds.used(
                    folder.get(),
                    new RecentForm(
                            form.protection().get(), form.names().get(), form.method().get()));
            result.set(Optional.of(done.value()));
        } else if (outcome instanceof Outcome.Failed<PackResult> failed) {
            boolean readOnly = failed.cause() instanceof ReadOnlyTarget;
            replacing = readOnly ? Existing.REPLACE_EVEN_READ_ONLY : Existing.REPLACE;
            replaceOffered.set(readOnly || failed.cause() instanceof TargetExists);
            failure.set(Optional.of(FailureText.of(failed.cause())));
        } else {
            cancelled.set(true);
        }
    }

    /** Everything but the password; with the date in the archive's name if that is wanted. */
    public void saveRound(String roundsName, boolean withDate) {
        String stem = name.get().replaceFirst("(?i)\\.zip$", "");
        String day = LocalDate.now(newName.clock()).toString();
        String dated = stem.contains(day) ? stem.replace(day, Round.DATE) : stem + "-" + Round.DATE;
        rounds.save(
                new Round(
                        roundsName,
                        contents.roots(),
                        contents.patterns(),
                        contents.isWithoutJunk(),
                        folder.get(),
                        (withDate ? dated : stem) + ".zip",
                        form.protection().get(),
                        form.names().get(),
                        form.method().get()));
        roundName = roundsName;
    }

    /** The brief then says what the round was saved with. */
    public void load(Round round) {
        roundName = round.name();
        form.protection().set(round.protection());
        form.method().set(round.method());
        form.names().set(round.names());
        folder.set(round.folder());
        name.set(round.archiveNameOn(LocalDate.now(newName.clock())));
        contents.leaveOut(round.patterns(), round.withoutJunk());
        contents.add(round.roots());
    }

    /** The round that was loaded or saved last on this page. */
    public String roundName() {
        return roundName;
    }

    public RoundsModel rounds() {
        return rounds;
    }

    /** Back to an empty page. */
    public void startAnew(NewArchiveName newName) {
        contents.clear();
        roundName = "";
        password.clear();
        form.hint().set("");
        name.set(newName.freeIn(folder.get()));
        result.set(Optional.empty());
        failure.set(Optional.empty());
        replaceOffered.set(false);
        cancelled.set(false);
    }

    public Path target() {
        return folder.get().resolve(name.get());
    }

    /** A name that tells nothing: the date, or the season and a noun. */
    public String proposedName(boolean season) {
        return season ? newName.seasonIn(folder.get()) : newName.freeIn(folder.get());
    }

    /** A word of the archive's name that tells what is inside. */
    public Optional<String> revealingWord() {
        return RevealingName.wordIn(
                name.get(),
                contents.selection().get().items().stream()
                        .limit(NAMES_TRIED_FIRST)
                        .map(FileItem::path)
                        .toList());
    }

    /** What was forecast for the archive that is packed now. */
    public Optional<SizeRange> forecastWhenPacked() {
        return forecastWhenPacked;
    }

    /** A name without an ending gets ".zip"; one that can not be a file's name is not taken. */
    public boolean rename(String text) {
        String trimmed = text.strip();
        boolean impossible = trimmed.isEmpty() || trimmed.matches(".*[/\\\\:\\x00].*");
        if (impossible || trimmed.equals(".") || trimmed.equals("..")) {
            return false;
        }
        name.set(trimmed.contains(".") ? trimmed : trimmed + ".zip");
        return true;
    }

    public ContentsModel contents() {
        return contents;
    }

    public PasswordModel password() {
        return password;
    }

    /** Whether it is started and another job has the turn. */
    public ReadOnlyBooleanProperty waiting() {
        return waiting.getReadOnlyProperty();
    }

    public UserAction packing() {
        return packing;
    }

    public ObjectProperty<Path> folder() {
        return folder;
    }

    public ObjectProperty<String> name() {
        return name;
    }

    public ObjectProperty<Protection> protection() {
        return form.protection();
    }

    /** Counts only with a password. */
    public ObjectProperty<Names> names() {
        return form.names();
    }

    public PackForm form() {
        return form;
    }

    /** The largest message that a mail service takes, in bytes. */
    public LongProperty mailLimit() {
        return mailLimit;
    }

    public ForecastModel forecast() {
        return forecast;
    }

    public ExposureModel exposure() {
        return exposure;
    }

    public KeySlipModel keySlip() {
        return keySlip;
    }

    public StrengthModel strength() {
        return strength;
    }

    public BooleanBinding ready() {
        return ready;
    }

    public ReadOnlyObjectProperty<Optional<PackResult>> result() {
        return result.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }

    /** The last failure was that the name is taken. */
    public ReadOnlyBooleanProperty replaceOffered() {
        return replaceOffered.getReadOnlyProperty();
    }

    /** The last packing was cancelled. */
    public BooleanProperty cancelled() {
        return cancelled;
    }
}
