package app.lacuna.selection;

import java.util.ArrayList;
import java.util.List;

/**
 * Lays things out as rectangles whose areas are as their sizes: Bruls, Huizing and van Wijk,
 * "Squarified Treemaps" (2000). Rows are filled along the shorter side as long as that makes their
 * rectangles more square.
 */
public final class Treemap {
    private Treemap() {}

    /** A place on the page. */
    public record Area(double x, double y, double width, double height) {
        public double size() {
            return width * height;
        }

        /** The same, smaller by a margin on each side and by more at the top. */
        public Area inside(double margin, double top) {
            return new Area(
                    x + margin,
                    y + margin + top,
                    Math.max(0, width - 2 * margin),
                    Math.max(0, height - 2 * margin - top));
        }
    }

    /**
     * @param sizes the largest first, none negative
     * @return one area for each, in the same order
     */
    public static List<Area> layOut(List<Long> sizes, Area all) {
        double total = sizes.stream().mapToLong(Long::longValue).sum();
        List<Area> areas = new ArrayList<>(sizes.size());
        double scale = total == 0 ? 0 : all.size() / total;
        Area rest = all;
        int from = 0;
        while (from < sizes.size()) {
            int to = rowEnd(sizes, from, scale, Math.min(rest.width(), rest.height()));
            rest = placeRow(sizes.subList(from, to), scale, rest, areas);
            from = to;
        }
        return areas;
    }

    /** Where the row ends that makes its worst rectangle as square as possible. */
    private static int rowEnd(List<Long> sizes, int from, double scale, double side) {
        double best = Double.MAX_VALUE;
        double sum = 0;
        int to = from;
        while (to < sizes.size()) {
            sum += sizes.get(to) * scale;
            double worst = worst(sizes.get(from) * scale, sizes.get(to) * scale, sum, side);
            if (worst > best) {
                break;
            }
            best = worst;
            to++;
        }
        return Math.max(to, from + 1);
    }

    /** The largest ratio of sides in a row of this sum. */
    private static double worst(double largest, double smallest, double sum, double side) {
        if (smallest <= 0 || sum <= 0) {
            return Double.MAX_VALUE;
        }
        double squared = side * side;
        return Math.max(squared * largest / (sum * sum), sum * sum / (squared * smallest));
    }

    private static Area placeRow(List<Long> row, double scale, Area rest, List<Area> areas) {
        double sum = row.stream().mapToLong(Long::longValue).sum() * scale;
        boolean upright = rest.width() >= rest.height();
        double side = upright ? rest.height() : rest.width();
        double thickness = side <= 0 ? 0 : sum / side;
        double at = 0;
        for (long size : row) {
            double length = thickness <= 0 ? 0 : size * scale / thickness;
            areas.add(
                    upright
                            ? new Area(rest.x(), rest.y() + at, thickness, length)
                            : new Area(rest.x() + at, rest.y(), length, thickness));
            at += length;
        }
        return upright
                ? new Area(
                        rest.x() + thickness,
                        rest.y(),
                        Math.max(0, rest.width() - thickness),
                        rest.height())
                : new Area(
                        rest.x(),
                        rest.y() + thickness,
                        rest.width(),
                        Math.max(0, rest.height() - thickness));
    }
}
