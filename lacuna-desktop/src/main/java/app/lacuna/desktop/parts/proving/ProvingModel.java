package app.lacuna.desktop.parts.proving;

import app.lacuna.archive.OpenedArchive;
import app.lacuna.clearing.Ends;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Words;
import app.lacuna.job.KnownOriginals;
import app.lacuna.job.VerifyJob;
import app.lacuna.staging.Existing;
import app.lacuna.staging.OwnersFile;
import app.lacuna.verify.DigestList;
import app.lacuna.verify.ProofJson;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/**
 * Reads the open archive to its end, and compares it with its originals as far as they are there.
 */
public final class ProvingModel {
    private final OpenedArchive archive;
    private final Clock clock;
    private final Job proving;
    private final Job saving;
    private final ReadOnlyObjectWrapper<Optional<Proved>> proved =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<Path>> saved =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    /**
     * What came of it.
     *
     * @param originals whether there were any to compare with
     */
    public record Proved(ProofReport report, boolean originals, Instant when) {
        /** The verdict that everything should have. */
        public Verdict good() {
            return report.good(originals);
        }
    }

    /** What can be kept of it. */
    public enum Form {
        TEXT,
        JSON,
        DIGESTS
    }

    public ProvingModel(Lifetime life, OpenedArchive archive, Clock clock) {
        this.archive = archive;
        this.clock = clock;
        proving = new Job(life, JobKind.CHECKING, Job.Policy.REFUSE);
        saving = new Job(life, JobKind.WRITING, Job.Policy.QUEUE);
    }

    public void prove() {
        if (!proving.running().get()) {
            proved.set(Optional.empty());
            saved.set(Optional.empty());
            failure.set(Optional.empty());
        }
        proving.start(
                this::prove,
                outcome -> {
                    outcome.match(
                            done -> proved.set(Optional.of(done)),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    private Proved prove(ProgressListener listener, CancelToken cancel) throws IOException {
        Path file = archive.outside().archive();
        List<ReadableFile> originals = KnownOriginals.of(file, cancel);
        ProofReport report =
                new VerifyJob(archive, listener, cancel).withDigests().againstOriginals(originals);
        Instant now = clock.instant();
        if (report.archiveIsWhole()) {
            Ends.proved(file, now);
        }
        boolean compared = report.entries().stream().anyMatch(ProvingModel::isCompared);
        return new Proved(report, compared, now);
    }

    private static boolean isCompared(app.lacuna.verify.ProofEntry entry) {
        return entry.verdict() == Verdict.IDENTICAL
                || entry.verdict() == Verdict.ORIGINAL_CHANGED
                || entry.verdict() == Verdict.DIFFERS;
    }

    /** Readable for the user only, and known as a loose end: it says what is in the archive. */
    public void save(Form form, Path target) {
        Proved now = proved.get().orElseThrow();
        saved.set(Optional.empty());
        saving.start(
                (listener, cancel) -> {
                    OwnersFile.write(
                            target,
                            content(form, now),
                            Existing.REPLACE,
                            LooseEnd.Kind.EXPORT,
                            Optional.of(archive.outside().archive()));
                    return target;
                },
                outcome -> {
                    outcome.match(
                            done -> saved.set(Optional.of(done)),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    private byte[] content(Form form, Proved now) throws IOException {
        return switch (form) {
            case TEXT -> text(now).getBytes(StandardCharsets.UTF_8);
            case JSON -> json(now);
            case DIGESTS -> DigestList.of(now.report(), archive.listing().entries());
        };
    }

    /** The same sentence as on the page, then a line for each entry. */
    private String text(Proved now) {
        String lines =
                now.report().entries().stream()
                        .map(
                                entry ->
                                        Words.text(
                                                "proving.line",
                                                entry.path().replaceAll("\\p{Cntrl}", "\ufffd"),
                                                Words.text("verdict." + entry.verdict())))
                        .collect(Collectors.joining("\n"));
        return Words.text(
                        "proving.head",
                        String.valueOf(archive.outside().archive().getFileName()),
                        Dates.minute(now.when()))
                + "\n"
                + sentence(now)
                + "\n\n"
                + lines
                + "\n";
    }

    /** What the report says, in one sentence. */
    public static String sentence(Proved now) {
        int good = now.report().count(now.good());
        String alone =
                now.good() == Verdict.READABLE ? "proving.sum.readable" : "proving.sum.itself";
        return Words.text(
                now.originals() ? "proving.sum.originals" : alone,
                good,
                now.report().entries().size());
    }

    private byte[] json(Proved now) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (JsonGenerator out =
                new JsonFactory().createGenerator(bytes).useDefaultPrettyPrinter()) {
            out.writeStartObject();
            out.writeStringField(
                    "archive", String.valueOf(archive.outside().archive().getFileName()));
            out.writeStringField("when", now.when().toString());
            ProofJson.write(out, now.report());
            out.writeEndObject();
        }
        return bytes.toByteArray();
    }

    public Job proving() {
        return proving;
    }

    public ReadOnlyObjectProperty<Optional<Proved>> proved() {
        return proved.getReadOnlyProperty();
    }

    /** Where something was saved last. */
    public ReadOnlyObjectProperty<Optional<Path>> saved() {
        return saved.getReadOnlyProperty();
    }

    public ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
