package app.lacuna.job;

import app.lacuna.reedsolomon.RepairReport.Stretch;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** What became of the discs of a set. */
public record DiscsRepaired(List<Disc> discs) {
    public DiscsRepaired {
        discs = List.copyOf(discs);
    }

    /** How a disc is. */
    public enum State {
        /** Every byte is as it was. */
        WHOLE,
        /** What was lost is there again, in a new image. */
        REPAIRED,
        /** Some of it is; the rest are zeros in the new image. */
        IN_PART,
        /** Too much is lost, of this disc or of the set. */
        LOST,
        /** A disc for recovery is damaged or missing; what it is there for may do without it. */
        RECOVERY_DAMAGED,
        /** Nothing on it says what it should be. */
        NO_RECOVERY_DATA
    }

    /**
     * A disc of the set.
     *
     * @param number 0 if it is not known
     * @param given where it was, if it was given
     * @param image what was made of it
     * @param sectors how many were lost
     * @param lost what stays lost, in bytes of the disc
     * @param files on the disc that this touches
     */
    public record Disc(
            int number,
            Optional<Path> given,
            State state,
            Optional<Path> image,
            long sectors,
            List<Stretch> lost,
            List<String> files) {
        public Disc {
            lost = List.copyOf(lost);
            files = List.copyOf(files);
        }

        Disc at(Path place) {
            return new Disc(number, given, state, Optional.of(place), sectors, lost, files);
        }
    }

    /** Whether everything that was packed is there, or there again. */
    public boolean isComplete() {
        long unknown =
                discs.stream().filter(disc -> disc.state() == State.NO_RECOVERY_DATA).count();
        long madeOfOthers =
                discs.stream()
                        .filter(disc -> disc.state() == State.REPAIRED && disc.given().isEmpty())
                        .count();
        boolean allKnown =
                discs.stream()
                        .filter(disc -> disc.state() != State.NO_RECOVERY_DATA)
                        .allMatch(
                                disc ->
                                        disc.state() == State.WHOLE
                                                || disc.state() == State.REPAIRED
                                                || disc.state() == State.RECOVERY_DAMAGED);
        // an image that says nothing of itself may be the disc that was made again
        return allKnown && unknown <= madeOfOthers;
    }
}
