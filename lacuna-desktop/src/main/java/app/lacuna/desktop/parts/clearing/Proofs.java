package app.lacuna.desktop.parts.clearing;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Limits;
import app.lacuna.archive.Nested;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.error.PasswordRequired;
import app.lacuna.job.ArchiveEvidence;
import app.lacuna.job.Archives;
import app.lacuna.looseends.ByDigest;
import app.lacuna.looseends.Evidence;
import app.lacuna.looseends.OfOurOwn;
import app.lacuna.looseends.Unopened;
import app.lacuna.staging.FileMarks;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;

/** Where the evidence comes from that files may go. In the background, all of it. */
public interface Proofs {
    /** What is done with it while it can be had. */
    @FunctionalInterface
    interface Work<T> {
        T run(Evidence evidence) throws IOException;
    }

    /** The archive that has to be opened with its password for it. */
    default Optional<Path> locked() {
        return Optional.empty();
    }

    /** As much as is known before: enough to say what would go. */
    Evidence before(CancelToken cancel);

    /**
     * @param password of the archive, if one is needed
     */
    <T> T with(
            Optional<Secret> password, ProgressListener listener, CancelToken cancel, Work<T> work)
            throws IOException;

    /** One that is at hand and needs nobody. */
    private static Proofs ready(java.util.function.Function<CancelToken, Evidence> evidence) {
        return new Proofs() {
            @Override
            public Evidence before(CancelToken cancel) {
                return evidence.apply(cancel);
            }

            @Override
            public <T> T with(
                    Optional<Secret> password,
                    ProgressListener listener,
                    CancelToken cancel,
                    Work<T> work)
                    throws IOException {
                return work.run(evidence.apply(cancel));
            }
        };
    }

    /** The digests of the proof that has just been made. */
    static Proofs digests(FileMarks archive) {
        return ready(cancel -> new ByDigest(archive, cancel));
    }

    /** What this program has made itself. */
    static Proofs ofOurOwn() {
        return ready(cancel -> new OfOurOwn());
    }

    /** The archive that is open on the page. */
    static Proofs opened(OpenedArchive archive) {
        return new Proofs() {
            @Override
            public Evidence before(CancelToken cancel) {
                return new Unopened(archive.outside().archive());
            }

            @Override
            public <T> T with(
                    Optional<Secret> password,
                    ProgressListener listener,
                    CancelToken cancel,
                    Work<T> work)
                    throws IOException {
                return work.run(ArchiveEvidence.of(archive, listener, cancel));
            }
        };
    }

    /** An archive somewhere. */
    static Proofs archive(Path file) {
        return new Proofs() {
            @Override
            public Optional<Path> locked() {
                return Optional.of(file);
            }

            @Override
            public Evidence before(CancelToken cancel) {
                return new Unopened(file);
            }

            @Override
            public <T> T with(
                    Optional<Secret> password,
                    ProgressListener listener,
                    CancelToken cancel,
                    Work<T> work)
                    throws IOException {
                try (ArchiveReader reader =
                                Archives.whole(file, Limits.STANDARD, Nested.AS_A_FILE);
                        OpenedArchive opened = open(reader, password)) {
                    return work.run(ArchiveEvidence.of(opened, listener, cancel));
                }
            }

            private OpenedArchive open(ArchiveReader reader, Optional<Secret> password)
                    throws IOException {
                if (!reader.needsPassword()) {
                    return reader.open();
                }
                return reader.open(password.orElseThrow(() -> new PasswordRequired(file)));
            }
        };
    }
}
