package app.lacuna.desktop.places.open;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.session.CheckState;
import app.lacuna.desktop.ui.FileDialogs;
import app.lacuna.desktop.window.MovableClock;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.selection.PathTree.Node;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import app.lacuna.state.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.Mockito;

/** An archive of two files with the password "hut", and the model of the Open place. */
abstract class OnOpenArchive {
    @TempDir Path folder;
    Path archive;
    Names names = Names.VISIBLE;
    OpenViewModel model;
    final ScriptedThreads script = new ScriptedThreads(27);
    final MadePasswords passwords = new MadePasswords();
    final MovableClock clock = MovableClock.standing();
    final List<Path> openedOutside = new ArrayList<>();

    /** As usual, unless the test has set something there. */
    static OpenSettings settings(Path folder) {
        return new OpenSettings(
                new Settings(folder.resolve("config")), Mockito.mock(FileDialogs.class));
    }

    @BeforeEach
    void pack() throws IOException {
        model =
                new OpenViewModel(
                        script.life(),
                        new OpenHistory(folder.resolve("state")),
                        OnOpenArchive.settings(folder),
                        openedOutside::add,
                        clock,
                        passwords);
        settle();
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first");
        Files.writeString(dig.resolve("b.txt"), "second");
        archive = folder.resolve("notes.zip");
        pack(Protection.AES_256);
    }

    void pack(Protection protection) throws IOException {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never())
                                .scan(List.of(folder.resolve("dig"))),
                        archive,
                        PackOptions.STANDARD.withProtection(protection).withNames(names),
                        Existing.REPLACE,
                        AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver("hut".toCharArray())) {
            Optional<Secret> password =
                    protection.needsPassword() ? Optional.of(secret) : Optional.empty();
            new PackJob(request, password, ProgressListener.none(), CancelToken.never()).run();
        }
    }

    /** Everything that is under way comes to its end, in any order that is possible. */
    void settle() {
        script.settle();
    }

    void unlock() {
        unlockWith("hut");
    }

    void unlockWith(String password) {
        model.open(archive);
        settle();
        model.locked().password().set(password);
        settle();
        model.locked().unlock();
        settle();
    }

    CheckState.Kind checked() {
        return model.session().check().state().get().kind();
    }

    PlannedEntry entry(String path) {
        return model.session().changes().plan().get().orElseThrow().entries().stream()
                .filter(entry -> entry.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    Node<PlannedEntry> top() {
        return model.session().inside().root().get().orElseThrow().children().get(0);
    }

    /** As the window does: a tick every second or so. */
    void passMinutes(int minutes) {
        for (int i = 0; i < minutes * 3; i++) {
            clock.moveOn(Duration.ofSeconds(20));
            model.tick();
            settle();
        }
    }

    static void change(Path file, String text) throws IOException {
        Files.writeString(file, text);
        Files.setLastModifiedTime(file, FileTime.from(Instant.ofEpochSecond(1_000)));
    }

    String failureFor(String typed) {
        model.locked().password().set(typed);
        settle();
        model.locked().unlock();
        settle();
        return model.failure().get().orElseThrow().what();
    }
}
