package app.lacuna.disc.drive;

import app.lacuna.disc.DiscKind;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A set of discs, and which of them have been burned and read back.
 *
 * @param made when the images were
 * @param kind of the discs that they are for
 * @param recoveryDiscs how many of the last ones are for recovery
 */
public record BurnSet(
        String label,
        Instant made,
        DiscKind kind,
        int recoveryDiscs,
        boolean namesAreHidden,
        List<Disc> discs) {
    public BurnSet {
        discs = List.copyOf(discs);
    }

    /**
     * A disc of it.
     *
     * @param bytes of the image
     * @param scratchBytes a scratch that it repairs by itself, 0 if it can not
     * @param burned when it was read back and was the same
     */
    public record Disc(Path image, long bytes, long scratchBytes, Optional<Instant> burned) {}

    boolean isSameAs(BurnSet other) {
        return discs.get(0).image().equals(other.discs.get(0).image());
    }

    /** What stands on a disc. */
    public String name(int number) {
        return label + "_" + number;
    }

    public boolean isForRecovery(int number) {
        return number > discs.size() - recoveryDiscs;
    }

    /** The number of the first that has not been burned. */
    public OptionalInt next() {
        for (int i = 0; i < discs.size(); i++) {
            if (discs.get(i).burned().isEmpty()) {
                return OptionalInt.of(i + 1);
            }
        }
        return OptionalInt.empty();
    }

    public int burnedCount() {
        return (int) discs.stream().filter(disc -> disc.burned().isPresent()).count();
    }

    /** With one more that was burned, or, without a time, one that has to be burned again. */
    public BurnSet with(int number, Optional<Instant> burned) {
        List<Disc> changed = new ArrayList<>(discs);
        Disc disc = discs.get(number - 1);
        changed.set(number - 1, new Disc(disc.image(), disc.bytes(), disc.scratchBytes(), burned));
        return new BurnSet(label, made, kind, recoveryDiscs, namesAreHidden, changed);
    }
}
