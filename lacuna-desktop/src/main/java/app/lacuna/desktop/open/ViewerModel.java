package app.lacuna.desktop.open;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.base.Outcome;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.work.Threads;
import app.lacuna.job.Preview;
import app.lacuna.job.PreviewReader;
import app.lacuna.selection.ItemKind;
import java.util.Arrays;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Shows one entry from memory. The last one that was asked for wins. */
public final class ViewerModel {
    private final Threads threads;
    private final ReadOnlyObjectWrapper<Viewed> viewed =
            new ReadOnlyObjectWrapper<>(new Viewed.Nothing());

    ViewerModel(Threads threads) {
        this.threads = threads;
    }

    void show(ArchiveReader reader, ArchiveEntry entry) {
        clear();
        if (entry.kind() == ItemKind.FOLDER) {
            return;
        }
        Viewed.Reading reading = new Viewed.Reading(entry);
        viewed.set(reading);
        threads.background()
                .execute(
                        () -> {
                            Outcome<Preview> outcome =
                                    Outcome.of(() -> PreviewReader.read(reader, entry));
                            boolean checked = reader.isChecked();
                            threads.ui().execute(() -> ended(reading, outcome, checked));
                        });
    }

    private void ended(Viewed.Reading reading, Outcome<Preview> outcome, boolean checked) {
        if (viewed.get() != reading) {
            if (outcome instanceof Outcome.Done<Preview> late) {
                wipe(late.value());
            }
            return;
        }
        if (outcome instanceof Outcome.Done<Preview> done) {
            viewed.set(new Viewed.Shown(reading.entry(), done.value(), checked));
        } else if (outcome instanceof Outcome.Failed<Preview> failed) {
            viewed.set(new Viewed.Failed(reading.entry(), FailureText.of(failed.cause())));
        }
    }

    /** The archive as a whole has been checked meanwhile: what is shown can be vouched for now. */
    void archiveIsChecked() {
        if (viewed.get() instanceof Viewed.Shown shown && !shown.archiveChecked()) {
            viewed.set(new Viewed.Shown(shown.entry(), shown.preview(), true));
        }
    }

    void clear() {
        Viewed before = viewed.get();
        viewed.set(new Viewed.Nothing());
        if (before instanceof Viewed.Shown shown) {
            wipe(shown.preview());
        }
    }

    private static void wipe(Preview preview) {
        if (preview instanceof Preview.Picture picture) {
            Arrays.fill(picture.bytes(), (byte) 0);
        }
    }

    public ReadOnlyObjectProperty<Viewed> viewed() {
        return viewed.getReadOnlyProperty();
    }
}
