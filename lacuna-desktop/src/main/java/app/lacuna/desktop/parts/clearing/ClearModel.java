package app.lacuna.desktop.parts.clearing;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.error.WrongPassword;
import app.lacuna.job.Archives;
import app.lacuna.looseends.ClearJob;
import app.lacuna.looseends.ClearPlan;
import app.lacuna.looseends.ClearPlanner;
import app.lacuna.looseends.ClearReport;
import app.lacuna.looseends.Disposal;
import app.lacuna.looseends.Evidence;
import app.lacuna.looseends.Staying;
import app.lacuna.looseends.Stays;
import app.lacuna.looseends.TrashJob;
import app.lacuna.trash.Trash;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CancellationException;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * First a plan that shows what would go and what would stay; then it is done, and can be undone.
 */
public final class ClearModel {
    private final Optional<Trash> trash;
    private final Job planning;
    private final Job clearing;
    private final ReadOnlyObjectWrapper<Optional<Pending>> pending =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Done>> done =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Done>> last =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /**
     * One target as it looks beforehand.
     *
     * @param password whether the archive has to be opened with one first
     */
    public record Planned(ClearTarget target, ClearPlan plan, boolean password) {}

    /** What the user is asked about. */
    public record Pending(How how, List<Planned> parts) {
        public int count() {
            return parts.stream().mapToInt(part -> part.plan().count()).sum();
        }

        public long bytes() {
            return parts.stream().mapToLong(part -> part.plan().bytes()).sum();
        }
    }

    /**
     * What was done.
     *
     * @param wrong archives whose password was wrong: nothing of theirs was touched
     * @param failures why other archives could not be asked
     */
    public record Done(
            How how, List<ClearReport> reports, List<Path> wrong, List<FailureText> failures) {
        public int count() {
            return reports.stream().mapToInt(ClearReport::count).sum();
        }

        public long bytes() {
            return reports.stream().mapToLong(ClearReport::bytes).sum();
        }

        private Done onlyGone(Set<Path> paths) {
            return new Done(
                    how,
                    reports.stream().map(report -> report.onlyGone(paths)).toList(),
                    wrong,
                    failures);
        }

        /** Without what was gone already. */
        public List<Staying> stays() {
            return reports.stream()
                    .flatMap(report -> report.stays().stream())
                    .filter(stay -> stay.why() != Stays.GONE)
                    .toList();
        }

        public boolean cancelled() {
            return reports.stream().anyMatch(ClearReport::cancelled);
        }

        public List<ReadableFile> inTrash() {
            return reports.stream().flatMap(report -> report.inTrash().stream()).toList();
        }
    }

    public ClearModel(Lifetime life, Optional<Trash> trash) {
        this.trash = trash;
        planning = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        clearing = new Job(life, JobKind.CLEARING, Job.Policy.REFUSE);
    }

    /** Looks what would go; changes nothing. */
    public void plan(How how, List<ClearTarget> targets) {
        plan(how, targets, () -> {});
    }

    /** The same, and does it at once: the user has said so before. */
    public void clearAtOnce(How how, List<ClearTarget> targets) {
        plan(how, targets, () -> run(List.of()));
    }

    private void plan(How how, List<ClearTarget> targets, Runnable then) {
        done.set(Optional.empty());
        failure.set(Optional.empty());
        planning.start(
                (listener, cancel) -> new Pending(how, planned(how, targets, cancel)),
                outcome -> {
                    outcome.match(
                            made -> {
                                pending.set(Optional.of(made));
                                then.run();
                            },
                            () -> {},
                            this::fail);
                });
    }

    private static List<Planned> planned(How how, List<ClearTarget> targets, CancelToken cancel) {
        List<Planned> parts = new ArrayList<>();
        for (ClearTarget target : targets) {
            List<ReadableFile> thrownAway = new ArrayList<>();
            List<ReadableFile> there = new ArrayList<>();
            target.files()
                    .forEach(file -> (file.inTrash().isPresent() ? thrownAway : there).add(file));
            ClearPlan plan = new ClearPlanner(target.proofs().before(cancel), cancel).plan(there);
            List<ReadableFile> goes = new ArrayList<>(plan.goes());
            if (how != How.TRASH) {
                goes.addAll(thrownAway);
            }
            List<Staying> stays = new ArrayList<>(plan.stays());
            target.leftOut().forEach(path -> stays.add(new Staying(path, Stays.LEFT_OUT)));
            parts.add(
                    new Planned(
                            target,
                            new ClearPlan(goes, stays, plan.linkedElsewhere(), plan.withMore()),
                            needsPassword(target)));
        }
        return parts;
    }

    private static boolean needsPassword(ClearTarget target) {
        Optional<Path> locked = target.proofs().locked();
        if (locked.isEmpty()) {
            return false;
        }
        try (ArchiveReader reader =
                Archives.whole(locked.get(), Limits.STANDARD, Nested.AS_A_FILE)) {
            return reader.needsPassword();
        } catch (IOException e) {
            return false; // it can not be opened: nothing of it will go
        }
    }

    /** The plan is not wanted. */
    public void forget() {
        pending.set(Optional.empty());
        done.set(Optional.empty());
        failure.set(Optional.empty());
    }

    /**
     * Does what is planned.
     *
     * @param passwords for each part in its order, taken over; what has none and needs one stays
     */
    public void run(List<Optional<Secret>> passwords) {
        if (pending.get().isEmpty() || clearing.running().get()) {
            passwords.forEach(each -> each.ifPresent(Secret::close));
            return;
        }
        Pending asked = pending.get().get();
        clearing.start(
                (listener, cancel) -> cleared(asked, passwords, listener, cancel),
                outcome ->
                        outcome.match(
                                result -> {
                                    pending.set(Optional.empty());
                                    done.set(Optional.of(result));
                                    last.set(done.get().filter(made -> made.count() > 0));
                                },
                                () -> {},
                                this::fail),
                late -> {},
                () -> passwords.forEach(each -> each.ifPresent(Secret::close)));
    }

    private void fail(Throwable cause) {
        failure.set(Optional.of(FailureText.of(cause)));
    }

    private Done cleared(
            Pending now,
            List<Optional<Secret>> passwords,
            ProgressListener listener,
            CancelToken cancel) {
        List<ClearReport> reports = new ArrayList<>();
        List<Path> wrong = new ArrayList<>();
        List<FailureText> failures = new ArrayList<>();
        for (int i = 0; i < now.parts().size(); i++) {
            Planned part = now.parts().get(i);
            Optional<Secret> password = i < passwords.size() ? passwords.get(i) : Optional.empty();
            if (part.password() && password.isEmpty()) {
                reports.add(untouched(part));
                continue;
            }
            try {
                reports.add(
                        part.target()
                                .proofs()
                                .with(
                                        password,
                                        listener,
                                        cancel,
                                        evidence ->
                                                cleared(
                                                        now.how(), part, evidence, listener,
                                                        cancel)));
            } catch (CancellationException e) {
                reports.add(new ClearReport(List.of(), part.plan().stays(), List.of(), true));
                break; // what was done before is told all the same
            } catch (WrongPassword e) {
                part.target().proofs().locked().ifPresent(wrong::add);
            } catch (IOException e) {
                failures.add(FailureText.of(e));
            }
        }
        return new Done(now.how(), reports, wrong, failures);
    }

    /** Nobody has given its password. */
    private static ClearReport untouched(Planned part) {
        List<Staying> stays = new ArrayList<>(part.plan().stays());
        part.plan().goes().stream()
                .filter(file -> file.sort() != ReadableFile.Sort.FOLDER)
                .forEach(file -> stays.add(new Staying(ClearModel.place(file), Stays.LOCKED)));
        return new ClearReport(List.of(), stays, List.of(), false);
    }

    private ClearReport cleared(
            How how,
            Planned part,
            Evidence evidence,
            ProgressListener listener,
            CancelToken cancel) {
        List<ReadableFile> thrownAway = new ArrayList<>();
        List<ReadableFile> there = new ArrayList<>();
        part.plan()
                .goes()
                .forEach(file -> (file.inTrash().isPresent() ? thrownAway : there).add(file));
        Disposal disposal = how == How.TRASH ? toTrash() : Disposal.delete();
        ClearPlan exact = new ClearPlanner(evidence, cancel).plan(there);
        ClearReport cleared = new ClearJob(evidence, disposal, listener, cancel).run(exact);
        ClearReport purged = purged(thrownAway, evidence, cancel);
        List<Staying> stays = new ArrayList<>(part.plan().stays());
        stays.addAll(cleared.stays());
        stays.addAll(purged.stays());
        List<ReadableFile> gone = new ArrayList<>(cleared.gone());
        gone.addAll(purged.gone());
        return new ClearReport(
                gone, stays, cleared.linkedElsewhere(), cleared.cancelled() || purged.cancelled());
    }

    private Disposal toTrash() {
        return trash.map(Disposal::to)
                .orElse(
                        (place, original) -> {
                            throw new Trash.NoTrash(original);
                        });
    }

    /** They are nowhere any more, so nothing of them can be taken back. */
    private ClearReport purged(List<ReadableFile> files, Evidence evidence, CancelToken cancel) {
        if (files.isEmpty()) {
            return new ClearReport(List.of(), List.of(), List.of(), false);
        }
        TrashJob.Result result = new TrashJob(trash.orElseThrow(), cancel).purge(files, evidence);
        Set<Path> left = new HashSet<>(result.stays());
        return new ClearReport(
                files.stream()
                        .filter(file -> !left.contains(file.path()))
                        .map(file -> file.withInTrash(Optional.empty()))
                        .toList(),
                result.stays().stream().map(path -> new Staying(path, Stays.CHANGED)).toList(),
                List.of(),
                cancel.isCancelled());
    }

    /** What went to the trash comes back under its names. */
    public void undo() {
        last.get().ifPresent(made -> takeBack(made.inTrash()));
    }

    /** Out of the trash, under their names. */
    public void takeBack(List<ReadableFile> files) {
        List<ReadableFile> thrownAway =
                files.stream().filter(file -> file.inTrash().isPresent()).toList();
        clearing.start(
                (listener, cancel) ->
                        new TrashJob(trash.orElseThrow(), cancel).takeBack(thrownAway),
                outcome -> {
                    forget();
                    outcome.match(this::takenBack, this::fail); // it can be asked for once more
                });
    }

    /** What is still in the trash can be asked for once more. */
    private void takenBack(TrashJob.Result result) {
        Set<Path> left = Set.copyOf(result.stays());
        last.set(last.get().map(made -> made.onlyGone(left)).filter(made -> made.count() > 0));
        if (!left.isEmpty()) {
            failure.set(Optional.of(FailureText.named("NotTakenBack")));
        }
    }

    /** Whether there is a trash at all, from where things can come back. */
    public boolean hasTrash() {
        return trash.isPresent();
    }

    /** Where something is now: in the trash, or where it was. */
    public static Path place(ReadableFile file) {
        return file.inTrash().map(InTrash::file).orElse(file.path());
    }

    public Job clearing() {
        return clearing;
    }

    public ReadOnlyObjectProperty<Optional<Pending>> pending() {
        return pending.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<Done>> done() {
        return done.getReadOnlyProperty();
    }

    /** What was done last, also when the report on it has been put away. */
    public ReadOnlyObjectProperty<Optional<Done>> last() {
        return last.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
