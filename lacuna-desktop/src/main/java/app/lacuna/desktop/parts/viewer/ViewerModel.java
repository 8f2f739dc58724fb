package app.lacuna.desktop.parts.viewer;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.base.CancelSource;
import app.lacuna.base.CancelToken;
import app.lacuna.base.Outcome;
import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.preview.Preview;
import app.lacuna.preview.PreviewReader;
import app.lacuna.selection.ItemKind;
import java.util.concurrent.Callable;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Shows one entry from memory. The last one that was asked for wins. */
public final class ViewerModel {
    private final Threads threads;
    private final Object turn = new Object();
    private CancelSource wanted = new CancelSource();
    private final ReadOnlyObjectWrapper<Viewed> viewed =
            new ReadOnlyObjectWrapper<>(new Viewed.Nothing());

    public ViewerModel(Threads threads) {
        this.threads = threads;
    }

    /** As it is in the archive; of what is still to be packed, as it is on disk. */
    public void show(OpenedArchive reader, PlannedEntry entry) {
        clear();
        if (entry.kind() == ItemKind.FOLDER) {
            return;
        }
        Viewed.Reading reading = new Viewed.Reading(entry.path(), entry.name());
        viewed.set(reading);
        boolean inArchive = entry.added().isEmpty();
        CancelSource own = new CancelSource();
        wanted = own;
        Callable<Preview> work =
                inArchive
                        ? () -> PreviewReader.read(reader, entry.before().orElseThrow(), own)
                        : () -> PreviewReader.read(entry.added().orElseThrow());
        threads.background()
                .execute(
                        () -> {
                            Outcome<Preview> outcome = oneAtATime(work, own);
                            boolean checked = reader.isChecked();
                            threads.ui()
                                    .execute(
                                            () ->
                                                    ended(
                                                            reading, entry, outcome, inArchive,
                                                            checked));
                        });
    }

    /** However fast the user goes through a list of large files, memory holds one of them. */
    private Outcome<Preview> oneAtATime(Callable<Preview> work, CancelToken own) {
        synchronized (turn) {
            return Outcome.of(
                    () -> {
                        own.check();
                        return work.call();
                    });
        }
    }

    private void ended(
            Viewed.Reading reading,
            PlannedEntry entry,
            Outcome<Preview> outcome,
            boolean inArchive,
            boolean checked) {
        if (viewed.get() != reading) {
            if (outcome instanceof Outcome.Done<Preview> late) {
                late.value().wipe();
            }
            return;
        }
        if (outcome instanceof Outcome.Done<Preview> done) {
            viewed.set(
                    new Viewed.Shown(
                            entry.path(),
                            entry.name(),
                            entry.size(),
                            done.value(),
                            inArchive,
                            checked));
        } else if (outcome instanceof Outcome.Failed<Preview> failed) {
            viewed.set(
                    new Viewed.Failed(entry.path(), entry.name(), FailureText.of(failed.cause())));
        }
    }

    /** The archive as a whole has been checked meanwhile: what is shown can be vouched for now. */
    public void archiveIsChecked() {
        if (viewed.get() instanceof Viewed.Shown shown && !shown.archiveChecked()) {
            viewed.set(
                    new Viewed.Shown(
                            shown.path(),
                            shown.name(),
                            shown.size(),
                            shown.preview(),
                            shown.inArchive(),
                            true));
        }
    }

    /** Shows nothing, and overwrites what was shown. */
    public void clear() {
        wanted.cancel();
        Viewed before = viewed.get();
        viewed.set(new Viewed.Nothing());
        if (before instanceof Viewed.Shown shown) {
            shown.preview().wipe();
        }
    }

    public ReadOnlyObjectProperty<Viewed> viewed() {
        return viewed.getReadOnlyProperty();
    }
}
