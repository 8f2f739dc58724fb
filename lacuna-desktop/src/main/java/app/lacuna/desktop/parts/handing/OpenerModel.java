package app.lacuna.desktop.parts.handing;

import app.lacuna.common.Outcome;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.TargetExists;
import app.lacuna.exposure.Opener;
import app.lacuna.job.OpenerJob;
import app.lacuna.job.PackResult;
import app.lacuna.opener.OpenerKind;
import app.lacuna.opener.OpenerPage;
import app.lacuna.staging.Existing;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** The opener page of an archive that was packed. */
public final class OpenerModel {
    private final List<Path> files;
    private final Path archive;
    private final long archiveBytes;
    private final boolean possible;
    private final Job writing;
    private final ReadOnlyObjectWrapper<Optional<OpenerJob.Result>> made =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private Optional<OpenerKind> inTheWay = Optional.empty();

    public OpenerModel(Lifetime life, PackResult packed) {
        files = packed.files();
        archive = packed.archive();
        archiveBytes = packed.archiveBytes();
        possible = browsersRead(packed.options().method());
        writing = new Job(life, JobKind.COPYING, Job.Policy.REFUSE);
    }

    private static boolean browsersRead(Method method) {
        return Opener.browsersRead(method.name().toLowerCase(Locale.ROOT));
    }

    /** Whether browsers read how it was compressed. */
    public boolean isPossible() {
        return possible;
    }

    /** Whether it is small enough to be inside. */
    public boolean fitsInside() {
        return archiveBytes <= OpenerPage.MOST_BYTES;
    }

    /** Whether it is so large inside that some will not take it. */
    public boolean isLargeInside() {
        return archiveBytes > OpenerPage.OFFERED_BYTES;
    }

    public void make(OpenerKind kind) {
        make(kind, Existing.KEEP);
    }

    /** What is in the way goes: the user has seen its name. */
    public void replace() {
        inTheWay.ifPresent(kind -> make(kind, Existing.REPLACE));
    }

    private void make(OpenerKind kind, Existing existing) {
        if (!writing.running().get()) {
            failure.set(Optional.empty());
            inTheWay = Optional.empty();
        }
        List<Path> inside = kind == OpenerKind.INSIDE ? files : List.of();
        Path page = kind.nameFor(archive);
        writing.writingTo(page)
                .start(
                        (listener, cancel) ->
                                new OpenerJob(inside, page, existing, listener, cancel).run(),
                        outcome -> ended(kind, outcome));
    }

    private void ended(OpenerKind kind, Outcome<OpenerJob.Result> outcome) {
        outcome.match(
                done -> made.set(Optional.of(done)),
                () -> {},
                cause -> {
                    if (cause instanceof TargetExists) {
                        inTheWay = Optional.of(kind);
                    }
                    failure.set(Optional.of(FailureText.of(cause)));
                });
    }

    /** Whether the last one failed because something has its name. */
    public boolean isInTheWay() {
        return inTheWay.isPresent();
    }

    public Job writing() {
        return writing;
    }

    public ReadOnlyObjectProperty<Optional<OpenerJob.Result>> made() {
        return made.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
