package app.lacuna.desktop.parts.password;

import app.lacuna.common.Outcome;
import app.lacuna.common.Secret;
import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.PdfPrinting;
import app.lacuna.desktop.look.Fonts;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Words;
import app.lacuna.print.KeySlip;
import app.lacuna.print.SlipFile;
import app.lacuna.print.SlipWords;
import java.io.IOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.function.Consumer;
import java.util.function.Supplier;

/** Makes the key slip, and writes it where the user says: readable for the owner only. */
public final class KeySlipModel {
    private final Job making;
    private final Job asking;
    private final Supplier<Secret> password;
    private final Supplier<Path> archive;

    /**
     * @param password the caller of it closes what it gives
     * @param archive what the password is for
     */
    public KeySlipModel(Lifetime life, Supplier<Secret> password, Supplier<Path> archive) {
        this.making = new Job(life, JobKind.MAKING_A_SLIP, Job.Policy.QUEUE);
        this.asking = new Job(life, JobKind.LOOKING, Job.Policy.QUEUE);
        this.password = password;
        this.archive = archive;
    }

    /** {@code onEnd} hears whether the page is there. */
    public void save(Path target, LocalDate today, Consumer<Boolean> onEnd) {
        Secret secret = password.get();
        SlipWords words = words(today);
        Path opened = archive.get();
        making.start(
                (listener, cancel) -> {
                    SlipFile.write(target, pdf(secret, words), opened);
                    return true;
                },
                outcome -> ended(outcome, onEnd),
                late -> {},
                secret::close);
    }

    /** {@code onEnd} hears whether it was printed. */
    public void print(LocalDate today, Consumer<Boolean> onEnd) {
        Secret secret = password.get();
        SlipWords words = words(today);
        making.start(
                (listener, cancel) -> {
                    byte[] pdf = pdf(secret, words);
                    boolean printed = PdfPrinting.print(pdf);
                    Arrays.fill(pdf, (byte) 0);
                    return printed;
                },
                outcome -> ended(outcome, onEnd),
                late -> {},
                secret::close);
    }

    private static void ended(Outcome<Boolean> outcome, Consumer<Boolean> onEnd) {
        outcome.match(onEnd, cause -> onEnd.accept(false));
    }

    /** Looks for printers in the background. */
    public void ifPrinting(Runnable possible) {
        asking.start(
                (listener, cancel) -> PdfPrinting.isPossible(),
                outcome ->
                        outcome.match(
                                found -> {
                                    if (found) {
                                        possible.run();
                                    }
                                },
                                cause -> {})); // nothing is offered then
    }

    private static byte[] pdf(Secret secret, SlipWords words) throws IOException {
        return new KeySlip(Fonts.bytes("IBMPlexSans-Regular"), Fonts.bytes("IBMPlexMono-Regular"))
                .pdf(secret, words);
    }

    private SlipWords words(LocalDate today) {
        return new SlipWords(
                Words.text("slip.title"),
                List.of(
                        Words.text("slip.for", PathNames.last(archive.get())),
                        Words.text("slip.made", Dates.day(today))),
                Words.text("slip.warning"));
    }
}
