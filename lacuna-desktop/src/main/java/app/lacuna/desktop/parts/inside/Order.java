package app.lacuna.desktop.parts.inside;

import app.lacuna.desktop.words.NameOrder;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.selection.PathTree.Node;
import java.time.Instant;
import java.util.Comparator;

/**
 * What the entries of a folder are sorted by.
 *
 * @param descending largest or newest first
 */
public record Order(By by, boolean descending) {
    public static final Order USUAL = new Order(By.NAME, false);

    public enum By {
        NAME,
        SIZE,
        PACKED,
        CHANGED
    }

    /** Folders first, by name: the order that the tree has anyway. */
    boolean isUsual() {
        return equals(USUAL);
    }

    Comparator<Node<PlannedEntry>> comparator() {
        Comparator<Node<PlannedEntry>> comparator =
                switch (by) {
                    case NAME -> Comparator.comparing(Node::name, NameOrder.byName());
                    case SIZE -> Comparator.comparingLong(Node::size);
                    case PACKED -> Comparator.comparingLong(Order::packed);
                    case CHANGED -> Comparator.comparing(Order::changed);
                };
        return descending ? comparator.reversed() : comparator;
    }

    private static long packed(Node<PlannedEntry> node) {
        return node.value().flatMap(PlannedEntry::before).map(e -> e.packedSize()).orElse(0L);
    }

    private static Instant changed(Node<PlannedEntry> node) {
        return node.value().map(PlannedEntry::modified).orElse(Instant.MIN);
    }
}
