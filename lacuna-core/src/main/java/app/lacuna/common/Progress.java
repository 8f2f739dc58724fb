package app.lacuna.common;

/**
 * A snapshot of a running job. Totals are what is known so far and may still grow while scanning.
 *
 * @param item the path inside the archive of what is being worked on, empty between items
 */
public record Progress(
        Stage stage, String item, long doneBytes, long totalBytes, int doneItems, int totalItems) {

    /** Between 0 and 1. */
    public double fraction() {
        if (totalBytes > 0) {
            return Math.min(1.0, (double) doneBytes / totalBytes);
        }
        return totalItems > 0 ? Math.min(1.0, (double) doneItems / totalItems) : 0;
    }
}
