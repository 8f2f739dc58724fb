package app.lacuna.desktop.shell;

import app.lacuna.desktop.ends.EndsModel;
import app.lacuna.desktop.jobs.JobBook;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.Programs;
import app.lacuna.desktop.jobs.Threads;
import app.lacuna.desktop.look.LookSettings;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.ShortClipboard;
import app.lacuna.disc.drive.DiscDrive;
import app.lacuna.mail.MailAccount;
import app.lacuna.state.Settings;
import app.lacuna.trash.Trash;
import java.time.Clock;
import java.util.Optional;

/**
 * What every place is made with.
 *
 * @param made passwords that were made in this window, and that nobody has yet
 * @param mail the mail service that is proposed, if one is
 * @param drive that discs are burned in, if there is one
 */
public record Services(
        Lifetime life,
        Clock clock,
        FileDialogs dialogs,
        Programs programs,
        ShortClipboard clipboard,
        PopoverLayer popovers,
        MadePasswords made,
        EndsModel ends,
        Settings settings,
        LookSettings look,
        Optional<MailAccount> mail,
        Optional<DiscDrive> drive) {

    /**
     * @param trash where things can be thrown away to, if there is such a place
     * @param settings where the user's are kept
     */
    public static Services of(
            Threads threads,
            Clock clock,
            FileDialogs dialogs,
            Programs programs,
            Optional<Trash> trash,
            Settings settings) {
        Lifetime life = new Lifetime(threads, new JobBook());
        return new Services(
                life,
                clock,
                dialogs,
                programs,
                new ShortClipboard(),
                new PopoverLayer(),
                new MadePasswords(),
                new EndsModel(life, trash),
                settings,
                new LookSettings(settings),
                Optional.empty(),
                Optional.empty());
    }

    /** With a mail service that is proposed. */
    public Services withMail(MailAccount account) {
        return new Services(
                life,
                clock,
                dialogs,
                programs,
                clipboard,
                popovers,
                made,
                ends,
                settings,
                look,
                Optional.of(account),
                drive);
    }

    /** With a drive that discs are burned in. */
    public Services withDrive(DiscDrive there) {
        return new Services(
                life,
                clock,
                dialogs,
                programs,
                clipboard,
                popovers,
                made,
                ends,
                settings,
                look,
                mail,
                Optional.of(there));
    }

    public JobBook book() {
        return life.book();
    }
}
