package app.lacuna.demo.window;

import app.lacuna.desktop.app.Desk;
import app.lacuna.desktop.app.LacunaApp;
import app.lacuna.desktop.look.Theme;
import app.lacuna.desktop.shell.Services;
import java.nio.file.Path;
import java.util.Map;
import javafx.stage.Stage;

/** The program with the demo story in its window. */
public final class DemoApp extends LacunaApp {
    private final DemoMail mail = new DemoMail();

    @SuppressWarnings("NullAway.Init") // outfit makes it
    private DemoDrive drive;

    /** With the mail service that is none, which starts and stops with the demo. */
    @Override
    protected Services outfit(Services usual) {
        Map<String, String> named = getParameters().getNamed();
        if (!named.containsKey("shot")) {
            Path folder = Path.of(named.get("demo")).toAbsolutePath();
            mail.keepIn(folder.resolve("Outbox/mailbox"));
            DemoRounds.inBackground(() -> DemoRounds.save(folder, DemoRun.DEMO_PASSWORD));
            System.err.println("The rounds of the demo open with: " + DemoRun.DEMO_PASSWORD);
        }
        drive = new DemoDrive(Path.of(named.get("demo")).toAbsolutePath().resolve("Outbox/tray"));
        Services withDrive = usual.withDrive(drive.asDrive());
        return mail.start().map(withDrive::withMail).orElse(withDrive);
    }

    @Override
    public void stop() {
        mail.close();
    }

    @Override
    protected void begin(Desk shown, Stage stage, Theme theme) {
        new DemoRun(getParameters().getNamed(), stage, theme, shown, mail, drive).start();
        if (!getParameters().getNamed().containsKey("shot")) {
            new TrayStage(drive).show(stage);
        }
    }
}
