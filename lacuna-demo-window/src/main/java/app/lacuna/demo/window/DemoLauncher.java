package app.lacuna.demo.window;

import app.lacuna.desktop.app.Launcher;

/** The start of the demo. */
public final class DemoLauncher {
    private DemoLauncher() {}

    public static void main(String[] arguments) {
        Launcher.launch(DemoApp.class, arguments);
    }
}
