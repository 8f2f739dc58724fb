package app.lacuna.demo;

import java.util.List;
import java.util.SplittableRandom;

/** Numbers that look random and are the same in every run: one sequence for every name. */
final class Chance {
    private final SplittableRandom random;

    Chance(long seed, String name) {
        random = new SplittableRandom(seed ^ (long) name.hashCode() << 20);
    }

    double between(double low, double high) {
        return low + random.nextDouble() * (high - low);
    }

    int below(int limit) {
        return random.nextInt(limit);
    }

    long nextLong() {
        return random.nextLong();
    }

    <T> T oneOf(List<T> choices) {
        return choices.get(random.nextInt(choices.size()));
    }
}
