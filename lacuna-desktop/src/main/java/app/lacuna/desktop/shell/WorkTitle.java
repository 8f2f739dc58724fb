package app.lacuna.desktop.shell;

import app.lacuna.common.Progress;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobBook;
import app.lacuna.desktop.words.Words;
import java.util.Optional;
import javafx.beans.InvalidationListener;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.collections.ListChangeListener;

/**
 * The title of the window: how far the work is, which is seen where windows are listed, too. It
 * says what is done, never of which file.
 */
public final class WorkTitle {
    private final JobBook book;
    private final ReadOnlyStringWrapper text =
            new ReadOnlyStringWrapper(Words.text("window.title"));
    private final InvalidationListener changed = property -> write();
    private Optional<Job> shown = Optional.empty();

    public WorkTitle(JobBook book) {
        this.book = book;
        book.jobs().addListener((ListChangeListener<Job>) change -> watch());
        watch();
    }

    /** Of several the one that was started first. */
    private void watch() {
        Optional<Job> now =
                book.jobs().stream().filter(job -> job.kind().leavesWorkUndone()).findFirst();
        if (!now.equals(shown)) {
            shown.ifPresent(job -> job.progress().removeListener(changed));
            now.ifPresent(job -> job.progress().addListener(changed));
            shown = now;
        }
        write();
    }

    private void write() {
        Optional<Progress> told = shown.flatMap(job -> job.progress().get());
        text.set(
                told.isEmpty()
                        ? Words.text("window.title")
                        : Words.text(
                                "window.title.busy",
                                (int) Math.floor(told.get().fraction() * 100),
                                Words.text("job." + shown.get().kind())));
    }

    public ReadOnlyStringProperty text() {
        return text.getReadOnlyProperty();
    }
}
