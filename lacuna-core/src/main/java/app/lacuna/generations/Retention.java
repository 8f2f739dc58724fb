package app.lacuna.generations;

import app.lacuna.files.Presence;
import java.time.ZoneId;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * Decides which generations may be deleted. Only good generations count: a lost or damaged one
 * never takes the place of a good one, and stays until enough good ones are newer. One whose disk
 * does not answer is never deleted.
 */
public final class Retention {
    private final Keep keep;
    private final ZoneId zone;

    public Retention(Keep keep, ZoneId zone) {
        this.keep = keep;
        this.zone = zone;
    }

    /**
     * Those that are neither kept nor needed by one that is kept.
     *
     * @param all in their order, the newest last
     */
    public List<Generation> removable(List<Generation> all) {
        return removable(all, Generation::presence);
    }

    /**
     * @param presenceOf what is known of the file of a generation
     */
    public List<Generation> removable(
            List<Generation> all, Function<Generation, Presence> presenceOf) {
        Map<String, Generation> byId = new HashMap<>();
        all.forEach(each -> byId.put(each.id(), each));
        Map<String, Presence> presence = new HashMap<>();
        all.forEach(each -> presence.put(each.id(), presenceOf.apply(each)));
        List<Generation> good = all.stream().filter(each -> isGood(each, byId, presence)).toList();
        Set<Generation> kept = new HashSet<>(keep.of(good, zone));
        // what is left of a damaged one stays until enough good ones are newer
        for (Generation each : all) {
            if (!good.contains(each) && keep.of(with(each, good, all), zone).contains(each)) {
                kept.add(each);
            }
        }
        all.stream().filter(each -> presence.get(each.id()) == Presence.UNKNOWN).forEach(kept::add);
        Set<String> needed = neededBy(kept, byId);
        return all.stream().filter(each -> !needed.contains(each.id())).toList();
    }

    private static List<Generation> with(
            Generation one, List<Generation> good, List<Generation> all) {
        Set<Generation> both = new HashSet<>(good);
        both.add(one);
        return all.stream().filter(both::contains).toList();
    }

    /** It exists, no check found damage, and the same holds for all that it needs. */
    private static boolean isGood(
            Generation generation, Map<String, Generation> byId, Map<String, Presence> presence) {
        return Stream.concat(Stream.of(generation.id()), generation.needs().stream())
                .allMatch(
                        id ->
                                byId.containsKey(id)
                                        && !byId.get(id).suspect()
                                        && presence.get(id) == Presence.EXISTS);
    }

    private static Set<String> neededBy(Set<Generation> kept, Map<String, Generation> byId) {
        Set<String> needed = new HashSet<>();
        Deque<String> next = new ArrayDeque<>();
        kept.forEach(each -> next.add(each.id()));
        while (!next.isEmpty()) {
            Generation each = byId.get(next.remove());
            if (each != null && needed.add(each.id())) {
                next.addAll(each.needs()); // what stays restores all of its files
            }
        }
        return needed;
    }
}
