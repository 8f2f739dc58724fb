package app.lacuna.demo.window;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.opener.OpenerKind;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import app.lacuna.state.StateFolder;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** The rounds of the story. */
final class DemoRounds {
    private DemoRounds() {}

    /** It takes some seconds, which nobody has to wait for. */
    static void inBackground(Runnable work) {
        Thread thread = new Thread(work, "demo-rounds");
        thread.setDaemon(true);
        thread.start();
    }

    /**
     * What can not be kept is not there: the demo goes on without.
     *
     * @param password of those that keep generations
     */
    static void save(Path folder, String password) {
        Round finds =
                new Round(
                        "To the finds specialist",
                        List.of(folder.resolve("Trench C, Saltmarsh Causeway/finds register")),
                        List.of(),
                        true,
                        folder.resolve("Outbox"),
                        Round.DATE + ".zip",
                        Protection.AES_256,
                        Names.HIDDEN,
                        Method.DEFLATE,
                        Optional.of(OpenerKind.INSIDE));
        try {
            new DemoGenerations(folder.resolve("Outbox"), password).make();
            new RoundStore(StateFolder.ofThisUser()).save(finds);
        } catch (IOException e) {
            // nothing of the demo depends on it
        }
    }
}
