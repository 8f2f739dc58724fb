package app.lacuna.desktop.places.rounds;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.session.AutoLockModel;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.beans.value.ObservableIntegerValue;

/** The page: the list, and each backup that was looked at, which stays open until it is locked. */
final class RoundsPageModel {
    private static final Duration LOOK_AGAIN = Duration.ofMinutes(10);

    private final Lifetime life;
    private final Clock clock;
    private final RoundStore store;
    private final MadePasswords passwords;
    private final RoundListModel list;
    private final AutoLockModel autoLock;
    private Instant looked = Instant.EPOCH;
    private final Map<String, BackupModel> backups = new HashMap<>();
    private final ReadOnlyObjectWrapper<Optional<BackupModel>> backup =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /**
     * @param startFolder where generations are proposed to go
     * @param lockMinutes without use, after which nothing is unlocked any more; 0 for never
     * @param passwords has the made passwords of first runs
     */
    RoundsPageModel(
            Lifetime life,
            Clock clock,
            RoundStore store,
            Path startFolder,
            ObservableIntegerValue lockMinutes,
            MadePasswords passwords) {
        this.life = life;
        this.passwords = passwords;
        this.clock = clock;
        this.store = store;
        list = new RoundListModel(life, store, startFolder);
        autoLock = new AutoLockModel(lockMinutes.get(), this::lock);
        autoLock.minutes().bind(lockMinutes);
        list.lines().addListener((property, before, now) -> seen(now));
        list.chosen().addListener((property, before, now) -> show());
        look();
    }

    void look() {
        looked = clock.instant();
        list.look();
    }

    private void seen(List<RoundLine> lines) {
        Set<String> there =
                lines.stream()
                        .filter(RoundLine::isBackup)
                        .map(RoundsPageModel::mark)
                        .collect(Collectors.toSet());
        for (String gone : Set.copyOf(backups.keySet())) {
            if (!there.contains(gone)) {
                backups.remove(gone).end();
            }
        }
        for (RoundLine line : lines) {
            if (line.isBackup() && backups.containsKey(mark(line))) {
                requireNonNull(backups.get(mark(line))).show(line);
            }
        }
        show();
    }

    private static String mark(RoundLine line) {
        return line.round().backup().orElseThrow().id();
    }

    private void show() {
        Optional<BackupModel> now =
                list.chosenLine()
                        .filter(RoundLine::isBackup)
                        .map(line -> backups.computeIfAbsent(mark(line), id -> model(line)));
        if (!now.equals(backup.get())) {
            backup.set(now);
        }
    }

    private BackupModel model(RoundLine line) {
        BackupModel made =
                new BackupModel(life.inner(), line, clock, this::hasBegun, passwords, list::look);
        made.isUnlocked()
                .addListener(
                        (property, before, now) -> {
                            if (now) {
                                autoLock.start(clock.instant());
                            } else if (isLocked()) {
                                autoLock.stop();
                            }
                        });
        return made;
    }

    /** In the background; whatever it is called by now. */
    private void hasBegun(Round round) throws IOException {
        String id = round.backup().orElseThrow().id();
        for (Round each : store.rounds()) {
            if (each.backup().map(Backup::id).filter(id::equals).isPresent()) {
                store.change(
                        each.name(),
                        there ->
                                there.folder().equals(round.folder())
                                        ? there.with(there.backup().orElseThrow().asBegun())
                                        : there); // it goes to another place from now on
            }
        }
    }

    private boolean isLocked() {
        return backups.values().stream().noneMatch(each -> each.isUnlocked().get());
    }

    /** All of them; those that are busy when they have come to an end. */
    void lock() {
        List.copyOf(backups.values()).forEach(BackupModel::lock);
    }

    void touched() {
        autoLock.touched(clock.instant());
    }

    /** About every second; once in a while what is due is looked at again. */
    void tick() {
        if (Duration.between(looked, clock.instant()).compareTo(LOOK_AGAIN) > 0) {
            look();
        }
        autoLock.tick(clock.instant(), backups.values().stream().anyMatch(BackupModel::isBusy));
    }

    /** Whether one of them has a password that nobody has yet. */
    Optional<BackupModel> withUnknownPassword() {
        return backups.values().stream()
                .filter(each -> each.run().unknown().get().isPresent())
                .findFirst();
    }

    void end() {
        List.copyOf(backups.values()).forEach(BackupModel::end);
        backups.clear();
        life.end();
    }

    /** Whether its round is still in the list. */
    boolean isKnown(BackupModel backup) {
        return backups.containsValue(backup);
    }

    Instant now() {
        return clock.instant();
    }

    RoundListModel list() {
        return list;
    }

    /** The chosen round, if it has generations. */
    ReadOnlyObjectProperty<Optional<BackupModel>> backup() {
        return backup.getReadOnlyProperty();
    }

    AutoLockModel autoLock() {
        return autoLock;
    }
}
