package app.lacuna.demo;

/** How much demo data is made. */
public enum DemoSize {
    /** About 60 MB. */
    FULL(16, 3000, 2250, 240_000, 48_000),
    /** About 6 MB. */
    SMALL(7, 1400, 1050, 30_000, 8_000);

    private final int photographs;
    private final int width;
    private final int height;
    private final int levels;
    private final int spots;

    DemoSize(int photographs, int width, int height, int levels, int spots) {
        this.photographs = photographs;
        this.width = width;
        this.height = height;
        this.levels = levels;
        this.spots = spots;
    }

    int photographs() {
        return photographs;
    }

    /** Pixels. */
    int width() {
        return width;
    }

    /** Pixels. */
    int height() {
        return height;
    }

    /** Lines in the table of levels. */
    int levels() {
        return levels;
    }

    /** Points in the map of find spots. */
    int spots() {
        return spots;
    }
}
