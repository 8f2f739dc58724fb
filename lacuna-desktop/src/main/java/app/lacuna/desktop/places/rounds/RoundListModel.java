package app.lacuna.desktop.places.rounds;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.Outcome;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.property.SimpleObjectProperty;

/** The rounds that are saved, what is known of each without a password, and which is chosen. */
final class RoundListModel {
    private final RoundStore store;
    private final Path startFolder;
    private final Lifetime life;
    private final Job listing;
    private final Map<String, Job> looking = new HashMap<>();
    private final Map<String, RoundState> states = new HashMap<>();
    private final Job keeping;
    private List<Round> rounds = List.of();
    private final ReadOnlyObjectWrapper<List<RoundLine>> lines =
            new ReadOnlyObjectWrapper<>(List.of());
    private final ObjectProperty<Optional<String>> chosen =
            new SimpleObjectProperty<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /** A change of what is saved. */
    @FunctionalInterface
    private interface Change {
        void make() throws IOException;
    }

    RoundListModel(Lifetime life, RoundStore store, Path startFolder) {
        this.store = store;
        this.startFolder = startFolder;
        this.life = life;
        listing = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        keeping = new Job(life, JobKind.EDITING, Job.Policy.QUEUE);
    }

    /**
     * At the list, and at every destination: each by itself, so that a share that does not answer
     * keeps nobody waiting.
     */
    void look() {
        listing.start(
                (listener, cancel) -> store.rounds(),
                outcome -> {
                    outcome.match(
                            done -> {
                                rounds = done;
                                write();
                                rounds.forEach(this::lookAt);
                            },
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    private void lookAt(Round round) {
        round.backup()
                .map(Backup::id)
                .ifPresent(
                        id ->
                                looking.computeIfAbsent(id, key -> newLooking())
                                        .start(
                                                (listener, cancel) -> state(round),
                                                outcome -> seen(id, outcome)));
    }

    private Job newLooking() {
        return new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
    }

    /** A destination that can not be looked at is as good as away. */
    private static RoundState state(Round round) {
        try {
            return RoundState.of(round);
        } catch (IOException e) {
            return RoundState.away(round);
        }
    }

    private void seen(String id, Outcome<RoundState> outcome) {
        outcome.match(
                done -> {
                    states.put(id, done);
                    write();
                },
                () -> {},
                life.book()::tell);
    }

    /** With what is known by now; of another place nothing is known yet. */
    private void write() {
        List<RoundLine> now = new ArrayList<>();
        for (Round round : rounds) {
            Optional<RoundState> known =
                    round.backup()
                            .map(backup -> states.get(backup.id()))
                            .filter(state -> state.round().folder().equals(round.folder()));
            now.add(new RoundLine(round, known));
        }
        if (!now.equals(lines.get())) {
            lines.set(now);
        }
        if (chosenLine().isEmpty()) {
            chosen.set(now.stream().findFirst().map(line -> line.round().name()));
        }
    }

    private void keep(Change change, Runnable then) {
        failure.set(Optional.empty());
        keeping.start(
                (listener, cancel) -> {
                    change.make();
                    return true;
                },
                outcome -> {
                    outcome.match(
                            done -> then.run(),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                    look();
                });
    }

    /** A backup of these under a name that is not taken yet. */
    void make(List<Path> roots) {
        String name = freeName(roots.get(0));
        Round round =
                new Round(
                                name,
                                roots,
                                List.of(),
                                false,
                                startFolder,
                                name.replace('.', ' '), // all of it names the folder
                                Protection.AES_256,
                                Names.HIDDEN,
                                Method.DEFLATE,
                                Optional.empty())
                        .with(Backup.usual());
        keep(() -> store.save(round), () -> chosen.set(Optional.of(name)));
    }

    private String freeName(Path root) {
        String base = Optional.ofNullable(root.getFileName()).orElse(root).toString();
        String name = base;
        for (int number = 2; isTaken(name); number++) {
            name = base + " " + number;
        }
        return name;
    }

    boolean isTaken(String name) {
        return lines.get().stream().anyMatch(line -> line.round().name().equals(name));
    }

    void change(String name, UnaryOperator<Round> change) {
        keep(() -> store.change(name, change), () -> {});
    }

    void rename(String name, String other) {
        keep(
                () -> store.change(name, round -> round.called(other)),
                () -> chosen.set(Optional.of(other)));
    }

    /** Its generations stay where they are. */
    void forget(String name) {
        keep(() -> store.remove(name), () -> chosen.set(Optional.empty()));
    }

    Optional<RoundLine> chosenLine() {
        return chosen.get()
                .flatMap(
                        name ->
                                lines.get().stream()
                                        .filter(line -> line.round().name().equals(name))
                                        .findFirst());
    }

    ObjectProperty<Optional<String>> chosen() {
        return chosen;
    }

    ReadOnlyObjectProperty<List<RoundLine>> lines() {
        return lines.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
