package app.lacuna.forecast;

import app.lacuna.selection.FileItem;
import java.time.Duration;
import java.util.function.Function;

/**
 * What is expected of packing.
 *
 * @param archive the size of the archive
 * @param time packing and proving, at the speed measured on this computer
 * @param settled whether looking longer would change little
 */
public record Forecast(
        SizeRange archive, Duration time, boolean settled, Function<FileItem, SizeRange> perItem) {
    /** One file after packing. */
    public SizeRange of(FileItem item) {
        return perItem.apply(item);
    }
}
