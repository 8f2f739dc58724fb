package app.lacuna.disc;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.delivery.Portion;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.DiscOrder.Form;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.SizeRange;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.ItemKind;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.ToLongFunction;

/** What is to go onto discs, as far as it is known: before packing from a forecast. */
public final class DiscLoad {
    private final Form form;
    private final List<String> paths;
    private final long beside;
    private final Sizes asItIs;
    private final Optional<Sizes> fewest;
    private final Optional<Sizes> most;

    /**
     * What each item takes of an archive.
     *
     * @param descending the largest first
     */
    record Sizes(long[] descending, long total) {
        static Sizes of(long[] sizes) {
            long total = 0;
            for (long size : sizes) {
                total += size;
            }
            Arrays.sort(sizes);
            for (int i = 0, j = sizes.length - 1; i < j; i++, j--) {
                long size = sizes[i];
                sizes[i] = sizes[j];
                sizes[j] = size;
            }
            return new Sizes(sizes, total);
        }

        long largest() {
            return descending.length == 0 ? 0 : descending[0];
        }

        int largerThan(long room) {
            int count = 0;
            while (count < descending.length && descending[count] > room) {
                count++;
            }
            return count;
        }
    }

    private DiscLoad(
            Form form,
            List<String> paths,
            long beside,
            Sizes asItIs,
            Optional<Sizes> fewest,
            Optional<Sizes> most) {
        this.form = form;
        this.paths = paths;
        this.beside = beside;
        this.asItIs = asItIs;
        this.fewest = fewest;
        this.most = most;
    }

    /**
     * Before packing.
     *
     * @param forecast absent as long as there is none
     */
    public static DiscLoad of(
            FileSelection selection, PackOptions options, Optional<Forecast> forecast) {
        Form form = new Form(options.protection().needsPassword(), options.names() == Names.HIDDEN);
        List<FileItem> items =
                selection.items().stream().filter(item -> item.kind() != ItemKind.FOLDER).toList();
        long folders =
                selection.items().stream()
                        .filter(item -> item.kind() == ItemKind.FOLDER)
                        .mapToLong(item -> Portion.bytes(item.path(), 0))
                        .sum();
        return new DiscLoad(
                form,
                items.stream().map(FileItem::path).toList(),
                Portion.beside(options.note()) + folders,
                sizes(items, form, FileItem::size),
                forecast.map(known -> sizes(items, form, part(known, known.archive().low()))),
                forecast.map(known -> sizes(items, form, part(known, known.archive().high()))));
    }

    /** Single files are less certain than all together: each gets its part of the whole range. */
    private static ToLongFunction<FileItem> part(Forecast forecast, long whole) {
        SizeRange all = forecast.archive();
        double factor = all.expected() == 0 ? 1 : (double) whole / all.expected();
        return item -> (long) Math.ceil(forecast.of(item).expected() * factor);
    }

    private static Sizes sizes(List<FileItem> items, Form form, ToLongFunction<FileItem> packed) {
        long[] sizes = new long[items.size()];
        for (int i = 0; i < sizes.length; i++) {
            FileItem item = items.get(i);
            sizes[i] = size(item.path(), packed.applyAsLong(item), form);
        }
        return Sizes.of(sizes);
    }

    private static long size(String path, long packed, Form form) {
        long line = form.namesAreHidden() ? 0 : DiscRoom.line(path);
        return Portion.bytes(path, packed) + line;
    }

    /** Of an archive that is there: exactly. */
    public static DiscLoad of(Listing listing) {
        boolean hidden = listing.names() == Names.HIDDEN;
        Form form = new Form(hidden || listing.needsPassword(), hidden);
        List<ArchiveEntry> items = new ArrayList<>();
        long folders = 0;
        for (ArchiveEntry entry : listing.entries()) {
            if (entry.kind() == ItemKind.FOLDER) {
                folders += Portion.bytes(entry);
            } else {
                items.add(entry);
            }
        }
        Sizes packed = exact(items, form, ArchiveEntry::packedSize);
        return new DiscLoad(
                form,
                items.stream().map(ArchiveEntry::path).toList(),
                Portion.beside(listing) + folders,
                exact(items, form, ArchiveEntry::size),
                Optional.of(packed),
                Optional.of(packed));
    }

    private static Sizes exact(
            List<ArchiveEntry> items, Form form, ToLongFunction<ArchiveEntry> bytes) {
        return Sizes.of(
                items.stream()
                        .mapToLong(e -> size(e.path(), bytes.applyAsLong(e), form))
                        .toArray());
    }

    Form form() {
        return form;
    }

    /** Those that stand on every disc. */
    List<String> namesOnAll(Spread spread) {
        return spread == Spread.TOGETHER && !form.namesAreHidden() ? paths : List.of();
    }

    /** Of the archive, and of folders, of which there may be some on every disc. */
    long beside() {
        return beside;
    }

    Sizes asItIs() {
        return asItIs;
    }

    Optional<Sizes> fewest() {
        return fewest;
    }

    Optional<Sizes> most() {
        return most;
    }
}
