package app.lacuna.disc;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Puts sizes into as few bins of one capacity as it finds a way to. */
final class Bins {
    /** Looks at so many ways of filling one bin before it takes the best so far. */
    private static final int WAYS = 20_000;

    /** With more, the simple way is as good as the careful one. */
    private static final int CAREFUL_UP_TO = 3_000;

    private static final int PLACED_ONE_BY_ONE = 20_000;

    private Bins() {}

    /**
     * @param sizes none larger than the capacity
     * @return the numbers of the sizes in each bin
     */
    static List<List<Integer>> fill(long[] sizes, long capacity) {
        Integer[] order = new Integer[sizes.length];
        Arrays.setAll(order, i -> i);
        Arrays.sort(order, Comparator.comparingLong((Integer i) -> -sizes[i]));
        List<List<Integer>> simple = bestFit(sizes, order, capacity);
        if (simple.size() <= bound(sizes, capacity) || sizes.length > CAREFUL_UP_TO) {
            return simple;
        }
        List<List<Integer>> careful = leastSlack(sizes, order, capacity);
        return careful.size() < simple.size() ? careful : simple;
    }

    /**
     * How many bins {@link #fill} needs. Of very many sizes only the largest are placed one by one;
     * the rest is as good as water.
     *
     * @param descending sizes, the largest first
     */
    static int count(long[] descending, long capacity) {
        int placed = Math.min(descending.length, PLACED_ONE_BY_ONE);
        int bins = fill(Arrays.copyOf(descending, placed), capacity).size();
        long bytes = 0;
        for (long size : descending) {
            bytes += size;
        }
        return Math.max(bins, (int) ((bytes + capacity - 1) / capacity));
    }

    /** The largest first, each where it leaves the least. */
    private static List<List<Integer>> bestFit(long[] sizes, Integer[] order, long capacity) {
        List<List<Integer>> bins = new ArrayList<>();
        TreeMap<Long, List<List<Integer>>> byRoom = new TreeMap<>();
        for (int item : order) {
            Map.Entry<Long, List<List<Integer>>> tightest = byRoom.ceilingEntry(sizes[item]);
            List<Integer> bin;
            long room;
            if (tightest == null) {
                bin = new ArrayList<>();
                bins.add(bin);
                room = capacity;
            } else {
                List<List<Integer>> same = tightest.getValue();
                bin = same.remove(same.size() - 1);
                room = tightest.getKey();
                if (same.isEmpty()) {
                    byRoom.remove(room);
                }
            }
            bin.add(item);
            byRoom.computeIfAbsent(room - sizes[item], r -> new ArrayList<>()).add(bin);
        }
        return bins;
    }

    /** One bin after another, each as full as it can be made; the largest that is left goes in. */
    private static List<List<Integer>> leastSlack(long[] sizes, Integer[] order, long capacity) {
        List<Integer> left = new ArrayList<>(Arrays.asList(order));
        List<List<Integer>> bins = new ArrayList<>();
        while (!left.isEmpty()) {
            int largest = left.remove(0);
            Filling filling = new Filling(sizes, left, capacity - sizes[largest]);
            List<Integer> bin = new ArrayList<>(filling.best());
            left.removeAll(List.copyOf(bin));
            bin.add(0, largest);
            bins.add(bin);
        }
        return bins;
    }

    /** The fullest way to use some room that is found in time. */
    private static final class Filling {
        private final long[] sizes;
        private final List<Integer> items;
        private final List<Integer> chosen = new ArrayList<>();
        private List<Integer> best = List.of();
        private long least;
        private int ways;

        Filling(long[] sizes, List<Integer> items, long room) {
            this.sizes = sizes;
            this.items = items;
            this.least = room + 1;
            look(0, room);
        }

        List<Integer> best() {
            return best;
        }

        private void look(int from, long room) {
            if (room < least) {
                least = room;
                best = List.copyOf(chosen);
            }
            for (int i = from; i < items.size() && least > 0 && ways < WAYS; i++) {
                ways++;
                long size = sizes[items.get(i)];
                boolean tried = i > from && size == sizes[items.get(i - 1)];
                if (size <= room && !tried) {
                    chosen.add(items.get(i));
                    look(i + 1, room - size);
                    chosen.remove(chosen.size() - 1);
                }
            }
        }
    }

    /**
     * No way needs fewer: whatever is larger than a bin less some threshold has a bin of its own,
     * what is larger than half a bin too, and the rest down to the threshold has to go somewhere
     * (Martello and Toth's second bound).
     */
    static int bound(long[] sizes, long capacity) {
        long[] sorted = sizes.clone();
        Arrays.sort(sorted);
        int most = bound(sorted, capacity, 0);
        long last = -1;
        int step = Math.max(1, sorted.length / 2_000);
        for (int i = 0; i < sorted.length && sorted[i] <= capacity / 2; i += step) {
            if (sorted[i] != last) {
                last = sorted[i];
                most = Math.max(most, bound(sorted, capacity, last));
            }
        }
        return most;
    }

    private static int bound(long[] sorted, long capacity, long threshold) {
        int alone = 0;
        int large = 0;
        long largeBytes = 0;
        long rest = 0;
        for (long size : sorted) {
            if (size > capacity - threshold) {
                alone++;
            } else if (size > capacity / 2) {
                large++;
                largeBytes += size;
            } else if (size >= threshold) {
                rest += size;
            }
        }
        long over = rest - (large * capacity - largeBytes);
        long more = over <= 0 ? 0 : (over + capacity - 1) / capacity;
        return (int) (alone + large + more);
    }
}
