package app.lacuna.desktop.places.discs;

import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.disc.drive.BurnList;
import app.lacuna.disc.drive.BurnSet;
import java.nio.file.Files;
import java.util.List;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** The sets that were begun and are not all burned, as they are remembered. */
final class SetsModel {
    private final BurnList list;
    private final Job keeping;
    private final ReadOnlyObjectWrapper<List<BurnSet>> sets =
            new ReadOnlyObjectWrapper<>(List.of());

    SetsModel(Lifetime life, BurnList list) {
        this.list = list;
        keeping = new Job(life, JobKind.LOOKING, Job.Policy.QUEUE);
        look();
    }

    /** Those whose images are there. */
    private void look() {
        keeping.start(
                (listener, cancel) -> list.sets().stream().filter(SetsModel::isThere).toList(),
                this::seen);
    }

    private static boolean isThere(BurnSet set) {
        return set.discs().stream().allMatch(disc -> Files.isRegularFile(disc.image()));
    }

    private void seen(Outcome<List<BurnSet>> outcome) {
        outcome.match(sets::set, () -> {}, keeping::tell);
    }

    /** How far it has come; what is burned as a whole is not to be gone on with. */
    void keep(BurnSet set) {
        keeping.start(
                (listener, cancel) -> {
                    if (set.next().isPresent()) {
                        list.put(set);
                    } else {
                        list.forget(set);
                    }
                    return list.sets().stream().filter(SetsModel::isThere).toList();
                },
                this::seen);
    }

    ReadOnlyObjectProperty<List<BurnSet>> sets() {
        return sets.getReadOnlyProperty();
    }
}
