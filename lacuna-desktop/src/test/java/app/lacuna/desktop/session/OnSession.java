package app.lacuna.desktop.session;

import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.session.OpenArchive.Way;
import app.lacuna.desktop.support.Packed;
import app.lacuna.desktop.words.FailureText;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.io.TempDir;

/** What a session needs, without any place of the window. */
abstract class OnSession {
    static final Instant NOW = Instant.parse("2026-03-02T10:00:00Z");

    @TempDir Path folder;
    final ScriptedThreads script = new ScriptedThreads(5);
    final Lifetime life = script.life();
    final Troubles troubles = new Troubles();
    final List<WritingModel.Written> written = new ArrayList<>();
    final List<FailureText> late = new ArrayList<>();
    final List<Path> openedOutside = new ArrayList<>();

    ArchiveSession.Surroundings surroundings() {
        return new ArchiveSession.Surroundings(
                openedOutside::add,
                Clock.fixed(NOW, ZoneOffset.UTC),
                troubles,
                new MadePasswords(),
                written::add,
                late::add);
    }

    static OpenArchive open(Path archive, Way way) throws IOException {
        return OpenArchive.open(archive, way, ProgressListener.none(), CancelToken.never());
    }

    /** Opened with its password. */
    static OpenArchive unlocked(Path archive, Way way) throws IOException {
        OpenArchive found = open(archive, way);
        if (found.needsToBeUnlocked()) {
            try (Secret secret = Packed.hut()) {
                found.keep(
                        found.reader()
                                .open(
                                        Optional.of(secret),
                                        ProgressListener.none(),
                                        CancelToken.never()),
                        secret.copy());
            }
        }
        return found;
    }

    ArchiveSession session(OpenArchive archive) {
        ArchiveSession session =
                new ArchiveSession(life.inner(), archive, Optional.empty(), surroundings());
        script.settle();
        return session;
    }
}
