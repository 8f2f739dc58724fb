package app.lacuna.common;

import java.util.List;
import java.util.function.ToLongFunction;

/** Adds numbers that somebody else has written: more than a {@code long} holds is the largest. */
public final class SaturatedSum {
    private SaturatedSum() {}

    public static <T> long of(List<T> things, ToLongFunction<? super T> number) {
        long sum = 0;
        for (T thing : things) {
            sum = of(sum, number.applyAsLong(thing));
        }
        return sum;
    }

    /** Both are at least 0. */
    public static long of(long one, long other) {
        long sum = one + other;
        return sum < 0 ? Long.MAX_VALUE : sum;
    }
}
