package app.lacuna.desktop.app;

import app.lacuna.clearing.Register;
import app.lacuna.desktop.words.Words;
import app.lacuna.messages.Language;
import app.lacuna.staging.Natives;
import app.lacuna.state.Settings;
import app.lacuna.state.StateFolder;
import java.util.Locale;
import javafx.application.Application;
import javax.imageio.ImageIO;

/** The start. A class of its own: JavaFX on the class path does not start from an Application. */
public final class Launcher {
    private Launcher() {}

    public static void main(String[] arguments) {
        OneWindow window = OneWindow.ofThisUser();
        if (!window.handOver(Start.of(arguments))) {
            LacunaApp.hearSecondStarts(window);
            launch(LacunaApp.class, arguments);
        }
    }

    /** With what belongs to the process set up first. */
    public static void launch(Class<? extends LacunaApp> program, String[] arguments) {
        Register.start(StateFolder.ofThisUser());
        Words.speak(
                Language.spoken(
                        System.getenv(),
                        Settings.ofThisUser().get("language"),
                        Locale.getDefault(Locale.Category.DISPLAY)));
        Natives.unpackInto(StateFolder.ofThisUser());
        rememberNothingDrawn();
        // The PDF library keeps a list of the system's fonts: with our own things, not at home.
        System.setProperty("pdfbox.fontcache", StateFolder.ofThisUser().toString());
        Application.launch(program, arguments);
    }

    /**
     * Nothing of what is shown is kept: the toolkit would remember how short texts were laid out,
     * with the texts themselves: names out of an archive among them, long after it is locked. Call
     * it before the toolkit starts.
     */
    public static void rememberNothingDrawn() {
        ImageIO.setUseCache(false); // or pictures in a PDF would pass through files
        System.setProperty("prism.cacheLayoutSize", "0");
    }
}
