package app.lacuna.forecast;

/**
 * A size that is not known exactly, in bytes.
 *
 * @param low surely needed, nineteen times out of twenty
 * @param high not more than this, nineteen times out of twenty
 */
public record SizeRange(long low, long expected, long high) {
    public static SizeRange exactly(long bytes) {
        return new SizeRange(bytes, bytes, bytes);
    }

    public boolean contains(long bytes) {
        return low <= bytes && bytes <= high;
    }

    /** Half the width, as a part of what is expected. */
    public double relativeWidth() {
        return expected == 0 ? 0 : (high - low) / 2.0 / expected;
    }
}
