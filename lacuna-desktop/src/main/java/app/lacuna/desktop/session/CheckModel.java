package app.lacuna.desktop.session;

import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.Outcome;
import app.lacuna.common.ProgressListener;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.session.CheckState.Kind;
import app.lacuna.error.DamagedArchive;
import app.lacuna.job.VerifyJob;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Checks the whole open archive in the background, while it is already looked at. */
public final class CheckModel {
    private final Job action;
    private final Clock clock;
    private final ReadOnlyObjectWrapper<CheckState> state =
            new ReadOnlyObjectWrapper<>(CheckState.NOT_YET);
    private Set<String> damaged = Set.of();
    private final OpenedArchive reader;

    CheckModel(Lifetime life, OpenedArchive reader, Clock clock) {
        this.reader = reader;
        this.clock = clock;
        action = new Job(life, JobKind.CHECKING, Job.Policy.NEWEST_WINS);
        action.progress()
                .addListener(
                        (property, before, now) ->
                                now.ifPresent(
                                        told ->
                                                state.set(
                                                        CheckState.running(
                                                                (int) (told.fraction() * 100)))));
    }

    void start(Runnable onEnd) {
        state.set(CheckState.running(0));
        action.start(
                (listener, cancel) -> check(reader, listener, cancel),
                outcome -> {
                    ended(outcome);
                    onEnd.run();
                });
    }

    /** With hidden names one authentication code vouches for everything. */
    private static Optional<ProofReport> check(
            OpenedArchive reader, ProgressListener listener, CancelToken cancel)
            throws IOException {
        if (reader.listing().names() == Names.HIDDEN) {
            reader.check(listener, cancel);
            return Optional.empty();
        }
        return Optional.of(new VerifyJob(reader, listener, cancel).run(Optional.empty()));
    }

    private void ended(Outcome<Optional<ProofReport>> outcome) {
        outcome.match(
                this::ended,
                cause ->
                        state.set(
                                cause instanceof DamagedArchive
                                        ? CheckState.ended(Kind.CHANGED, 0, 0, clock.instant())
                                        : CheckState.of(Kind.GIVEN_UP)));
    }

    private void ended(Optional<ProofReport> report) {
        damaged =
                report.stream()
                        .flatMap(proof -> proof.entries().stream())
                        .filter(entry -> entry.verdict() == Verdict.DAMAGED)
                        .map(entry -> entry.path())
                        .collect(Collectors.toUnmodifiableSet());
        int entries = report.map(proof -> proof.entries().size()).orElse(0);
        int open = report.map(proof -> proof.count(Verdict.UNPROTECTED)).orElse(0);
        if (damaged.isEmpty() && open > 0) {
            state.set(CheckState.ended(Kind.UNPROTECTED, open, entries, clock.instant()));
            return;
        }
        boolean unchecked = report.filter(p -> p.count(Verdict.READABLE) > 0).isPresent();
        Kind good = unchecked ? Kind.READABLE : Kind.WHOLE;
        Kind kind = damaged.isEmpty() ? good : Kind.DAMAGED;
        state.set(CheckState.ended(kind, damaged.size(), entries, clock.instant()));
    }

    void salvaged() {
        state.set(CheckState.of(Kind.SALVAGED));
    }

    /** Paths of entries that are not whole, once the check has come to its end. */
    public Set<String> damaged() {
        return damaged;
    }

    public ReadOnlyObjectProperty<CheckState> state() {
        return state.getReadOnlyProperty();
    }
}
