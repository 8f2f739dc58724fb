package app.lacuna.desktop.places.discs;

import static java.util.Objects.requireNonNull;

import app.lacuna.desktop.jobs.Job;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.look.Fonts;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.FailureText;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.disc.drive.BurnSet;
import app.lacuna.print.CoverSlip;
import app.lacuna.print.CoverSlips;
import app.lacuna.staging.Existing;
import app.lacuna.staging.StagedFile;
import java.nio.ByteBuffer;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/** Slips for the cases of the discs: no password on them, and no file names. */
final class CoversModel {
    private final Job saving;
    private final ReadOnlyObjectWrapper<Optional<Path>> saved =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<FailureText>> failure =
            new ReadOnlyObjectWrapper<>(Optional.empty());

    CoversModel(Lifetime life) {
        saving = new Job(life, JobKind.MAKING_A_SLIP, Job.Policy.REFUSE);
    }

    /**
     * @param hint that stands on the discs for everybody
     */
    void save(Path target, BurnSet set, Optional<String> hint) {
        List<CoverSlip> slips = slips(set, hint);
        saved.set(Optional.empty());
        failure.set(Optional.empty());
        saving.start(
                (listener, cancel) -> {
                    byte[] pdf =
                            new CoverSlips(
                                            Fonts.bytes("IBMPlexSans-Regular"),
                                            Fonts.bytes("SourceSerif4-SemiBold"))
                                    .pdf(slips);
                    Path folder = requireNonNull(target.toAbsolutePath().getParent());
                    try (StagedFile file = StagedFile.in(folder)) {
                        ByteBuffer bytes = ByteBuffer.wrap(pdf);
                        while (bytes.hasRemaining()) {
                            file.channel().write(bytes);
                        }
                        file.force();
                        file.publishAs(target, Existing.REPLACE); // the dialog has asked
                    }
                    return target;
                },
                outcome -> {
                    outcome.match(
                            done -> saved.set(Optional.of(done)),
                            () -> {},
                            cause -> failure.set(Optional.of(FailureText.of(cause))));
                });
    }

    static List<CoverSlip> slips(BurnSet set, Optional<String> hint) {
        List<CoverSlip> slips = new ArrayList<>();
        int count = set.discs().size();
        for (int number = 1; number <= count; number++) {
            List<String> lines = new ArrayList<>();
            lines.add(Dates.day(set.made()));
            lines.add(Words.text(set.isForRecovery(number) ? "covers.recovery" : "covers.opens"));
            hint.ifPresent(text -> lines.add(Words.text("covers.hint", text)));
            long scratch = set.discs().get(number - 1).scratchBytes();
            if (set.recoveryDiscs() > 0) {
                lines.add(Words.text("covers.lost", set.recoveryDiscs()));
            } else if (scratch > 0) {
                lines.add(Words.text("covers.scratch", Sizes.inWords(scratch)));
            }
            slips.add(
                    new CoverSlip(set.label(), Words.text("covers.number", number, count), lines));
        }
        return slips;
    }

    /** The last one. */
    ReadOnlyObjectProperty<Optional<Path>> saved() {
        return saved.getReadOnlyProperty();
    }

    ReadOnlyObjectProperty<Optional<FailureText>> failure() {
        return failure.getReadOnlyProperty();
    }
}
