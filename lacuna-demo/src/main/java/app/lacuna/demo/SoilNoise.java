package app.lacuna.demo;

/** Value noise: smooth hills and hollows between -1 and 1, the same for the same seed. */
final class SoilNoise {
    private final long seed;

    SoilNoise(long seed) {
        this.seed = seed;
    }

    double at(double x, double y) {
        long left = (long) Math.floor(x);
        long top = (long) Math.floor(y);
        double u = smooth(x - left);
        double v = smooth(y - top);
        double upper = mix(corner(left, top), corner(left + 1, top), u);
        double lower = mix(corner(left, top + 1), corner(left + 1, top + 1), u);
        return mix(upper, lower, v);
    }

    /** Well-mixed bits of a place (the finishing steps of a 64-bit hash). */
    long hash(long x, long y) {
        long bits = seed ^ x * 0x9E3779B97F4A7C15L ^ y * 0xC2B2AE3D27D4EB4FL;
        bits = (bits ^ bits >>> 33) * 0xFF51AFD7ED558CCDL;
        bits = (bits ^ bits >>> 33) * 0xC4CEB9FE1A85EC53L;
        return bits ^ bits >>> 33;
    }

    private double corner(long x, long y) {
        return (hash(x, y) >>> 11) / (double) (1L << 52) - 1;
    }

    private static double smooth(double t) {
        return t * t * (3 - 2 * t);
    }

    private static double mix(double a, double b, double t) {
        return a + (b - a) * t;
    }
}
