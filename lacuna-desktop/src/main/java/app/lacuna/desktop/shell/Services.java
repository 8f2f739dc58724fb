package app.lacuna.desktop.shell;

import app.lacuna.desktop.jobs.JobBook;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import java.time.Clock;

/** What every place is made with. */
public record Services(
        Lifetime life,
        Clock clock,
        FileDialogs dialogs,
        Programs programs,
        ShortClipboard clipboard,
        PopoverLayer popovers) {

    public static Services of(
            Threads threads, Clock clock, FileDialogs dialogs, Programs programs) {
        return new Services(
                new Lifetime(threads, new JobBook()),
                clock,
                dialogs,
                programs,
                new ShortClipboard(),
                new PopoverLayer());
    }

    public JobBook book() {
        return life.book();
    }
}
