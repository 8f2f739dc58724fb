package app.lacuna.desktop.parts.viewer;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.Outcome;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.preview.Preview;
import app.lacuna.preview.PreviewReader;
import app.lacuna.selection.ItemKind;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Shows one entry from memory. The last one that was asked for wins. */
public final class ViewerModel {
    private final OpenedArchive reader;
    private final Job reading;
    private final ReadOnlyObjectWrapper<Viewed> viewed =
            new ReadOnlyObjectWrapper<>(new Viewed.Nothing());

    public ViewerModel(Lifetime life, OpenedArchive reader) {
        this.reader = reader;
        reading = new Job(life, JobKind.LOOKING, Job.Policy.NEWEST_WINS);
        life.atEnd(this::clear);
    }

    private record Read(Preview preview, boolean checked) {}

    /** As it is in the archive; of what is still to be packed, as it is on disk. */
    public void show(PlannedEntry entry) {
        clear();
        if (entry.kind() == ItemKind.FOLDER) {
            reading.forget();
            return;
        }
        viewed.set(new Viewed.Reading(entry.path(), entry.name()));
        boolean inArchive = entry.added().isEmpty();
        reading.start(
                (listener, cancel) ->
                        new Read(
                                inArchive
                                        ? PreviewReader.read(
                                                reader, entry.before().orElseThrow(), cancel)
                                        : PreviewReader.read(entry.added().orElseThrow()),
                                reader.isChecked()),
                outcome -> ended(entry, outcome, inArchive),
                late -> late.preview().wipe());
    }

    private void ended(PlannedEntry entry, Outcome<Read> outcome, boolean inArchive) {
        outcome.match(
                done ->
                        viewed.set(
                                new Viewed.Shown(
                                        entry.path(),
                                        entry.name(),
                                        entry.size(),
                                        done.preview(),
                                        inArchive,
                                        done.checked())),
                () -> {},
                cause ->
                        viewed.set(
                                new Viewed.Failed(
                                        entry.path(), entry.name(), FailureText.of(cause))));
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
    private void clear() {
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
