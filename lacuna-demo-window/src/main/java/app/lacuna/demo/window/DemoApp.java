package app.lacuna.demo.window;

import app.lacuna.desktop.app.Desk;
import app.lacuna.desktop.app.LacunaApp;
import app.lacuna.desktop.look.Theme;
import javafx.stage.Stage;

/** The program with the demo story in its window. */
public final class DemoApp extends LacunaApp {
    @Override
    protected void begin(Desk shown, Stage stage, Theme theme) {
        new DemoRun(getParameters().getNamed(), stage, theme, shown).start();
    }
}
