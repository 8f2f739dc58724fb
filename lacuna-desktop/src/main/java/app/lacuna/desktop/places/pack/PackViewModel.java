package app.lacuna.desktop.places.pack;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Turns;
import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.password.NewPassword;
import app.lacuna.desktop.parts.password.PasswordModel;
import app.lacuna.desktop.parts.password.TakenPassword;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.exposure.RevealingName;
import app.lacuna.forecast.Delivery;
import app.lacuna.forecast.SizeRange;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.job.PackResult;
import app.lacuna.opener.OpenerKind;
import app.lacuna.opener.OpenerPage;
import app.lacuna.rounds.RecentForm;
import app.lacuna.selection.FileItem;
import app.lacuna.staging.Existing;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.binding.Bindings;
import javafx.beans.binding.BooleanBinding;
import javafx.beans.property.LongProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleLongProperty;
import javafx.beans.property.SimpleObjectProperty;

/** The Pack place: what goes in, under which name, where to, how locked. */
public final class PackViewModel {
    private static final int NAMES_TRIED_FIRST = 300;

    private final Lifetime life;
    private final NewArchiveName newName;
    private final MadePasswords made;
    private final ContentsModel contents;
    private final NewPassword password;
    private final PackingModel packing;
    private final ObjectProperty<Path> folder = new SimpleObjectProperty<>();
    private final ObjectProperty<String> name = new SimpleObjectProperty<>();
    private final PackForm form = new PackForm();
    private final ForecastModel forecast;
    private final LongProperty mailLimit = new SimpleLongProperty(Delivery.USUAL_MAIL_LIMIT);
    private final ExposureModel exposure;
    private final RoundsModel rounds;
    private final BooleanBinding ready;
    private Optional<SizeRange> forecastWhenPacked = Optional.empty();
    private Optional<KeptPassword> kept = Optional.empty();
    private boolean folderChosen;
    private boolean proposing;
    private String lastProposed = "";
    private String savedAs = "";

    /**
     * @param life over when this job is removed
     * @param rounds saved jobs and recent destinations, shared by all packing jobs
     * @param turns shared by all packing jobs, so that one runs after the other
     * @param made has the made passwords of what was packed
     */
    public PackViewModel(
            Lifetime life,
            NewArchiveName newName,
            Path startFolder,
            RoundsModel rounds,
            Turns turns,
            MadePasswords made) {
        this.life = life;
        this.made = made;
        this.rounds = rounds;
        rounds.recentForm() // but a weak form is never where the next one starts from
                .filter(last -> last.protection().canHideNames())
                .ifPresent(form::startFrom);
        this.newName = newName;
        contents = new ContentsModel(life);
        packing = new PackingModel(life, turns);
        folder.set(startFolder);
        name.set(freeName());
        forecast = new ForecastModel(life, contents.selection(), form.options());
        exposure = new ExposureModel(contents.selection(), form.options(), name, newName.clock());
        password = new NewPassword(life, this::relatedWords, this::target);
        contents.selection().addListener((InvalidationListener) property -> proposeFolder());
        folder.addListener((property, before, now) -> folderChosen |= !proposing);
        ready =
                Bindings.createBooleanBinding(
                        this::isReady,
                        contents.selection(),
                        contents.scanning(),
                        form.protection(),
                        password.typed().agreement(),
                        packing.action().running());
    }

    /** Beside the originals, as long as nobody has said where. */
    private void proposeFolder() {
        if (folderChosen || contents.roots().isEmpty()) {
            return;
        }
        Path beside = contents.roots().get(0).getParent();
        if (beside == null || beside.equals(folder.get()) || !Files.isWritable(beside)) {
            return;
        }
        proposing = true;
        boolean proposed = name.get().equals(lastProposed);
        folder.set(beside);
        if (proposed) {
            name.set(freeName());
        }
        proposing = false;
    }

    private String freeName() {
        lastProposed = newName.freeIn(folder.get(), life.book()::isReserved);
        return lastProposed;
    }

    private boolean isReady() {
        return !contents.selection().get().items().isEmpty()
                && !contents.scanning().get()
                && !packing.action().running().get()
                && (!form.protection().get().needsPassword()
                        || password.typed().agreement().get().isEnough());
    }

    /** Packs and proves; afterwards there is a result, a failure, or a cancellation. */
    public void pack() {
        pack(Existing.KEEP);
    }

    /** The user has seen that the name is taken. */
    public void packReplacing() {
        pack(packing.replacing());
    }

    private void pack(Existing existing) {
        if (!ready.get()) {
            return;
        }
        if (life.book().isReserved(target())) {
            if (!name.get().equals(lastProposed)) {
                packing.fail(FailureText.named("NameReserved", name.get()));
                return;
            }
            name.set(freeName()); // another job will write there
        }
        forecastWhenPacked = forecast.seen().get().map(seen -> seen.forecast().archive());
        PackRequest request =
                new PackRequest(
                        contents.selection().get(),
                        target(),
                        form.options().get(),
                        existing,
                        AfterPacking.PROVE_AND_DIGEST);
        Optional<TakenPassword> taken =
                form.protection().get().needsPassword()
                        ? Optional.of(password.taken())
                        : Optional.empty();
        RecentForm used =
                new RecentForm(form.protection().get(), form.names().get(), form.method().get());
        packing.start(
                request,
                taken,
                result -> packed(kept(taken, result), used),
                result -> kept(taken, result).ifPresent(KeptPassword::close));
    }

    private Optional<KeptPassword> kept(Optional<TakenPassword> taken, PackResult result) {
        return taken.map(password -> password.written(result.archive(), made));
    }

    private void packed(Optional<KeptPassword> opens, RecentForm used) {
        kept = opens;
        password.clear();
        rounds.used(folder.get(), used);
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

    /** What will be large is not put into a page, unless somebody wants it there. */
    public void choose(ForWhom whom) {
        form.choose(whom);
        boolean large =
                forecast.seen()
                        .get()
                        .filter(seen -> seen.forecast().archive().high() > OpenerPage.OFFERED_BYTES)
                        .isPresent();
        if (whom == ForWhom.WEB_BROWSER && large) {
            form.forBrowsers(OpenerKind.BESIDE);
        }
    }

    Clock clock() {
        return newName.clock();
    }

    public RoundsModel rounds() {
        return rounds;
    }

    /** The name of the saved job that this page was loaded from or saved as; empty if none. */
    public String savedAs() {
        return savedAs;
    }

    void isSavedAs(String job) {
        savedAs = job;
    }

    /** Back to an empty page. */
    public void startAnew() {
        contents.clear();
        savedAs = "";
        password.clear();
        forgetKept();
        form.hint().set("");
        form.ofRound(false);
        name.set(freeName());
        packing.forget();
    }

    /** What the receipt still knows of the password. */
    public Optional<KeptPassword> kept() {
        return kept;
    }

    void forgetKept() {
        kept.ifPresent(KeptPassword::close);
        kept = Optional.empty();
    }

    /** It is removed, or the window closes: what is under way is cancelled. */
    void end() {
        password.clear();
        forgetKept();
        life.end();
    }

    public Lifetime life() {
        return life;
    }

    public Path target() {
        return folder.get().resolve(name.get());
    }

    /** A name that tells nothing: the date, or the season and a noun. */
    public String proposedName(boolean season) {
        return season ? newName.seasonIn(folder.get(), life.book()::isReserved) : freeName();
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

    /** A name without its ending gets it; one that can not be a file's name is not taken. */
    public boolean rename(String text) {
        Optional<String> possible = NewArchiveName.completed(text);
        possible.ifPresent(name::set);
        return possible.isPresent();
    }

    public ContentsModel contents() {
        return contents;
    }

    public PasswordModel password() {
        return password.typed();
    }

    public NewPassword newPassword() {
        return password;
    }

    public PackingModel packing() {
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

    public BooleanBinding ready() {
        return ready;
    }
}
