package app.lacuna.crash;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/**
 * Computes the possible contents of a disk after a power cut. For each prefix of the log, the
 * changes that no force has made durable are kept or lost: all of them, none, each change alone,
 * all but each change, and a few random choices. The file system stays consistent: a folder exists
 * if a change inside it is kept, a deleted folder was emptied first, and a renamed file had its old
 * name.
 */
final class PowerCuts {
    private final List<Operation> log;
    private final int random;

    /** The contents after each operation, nothing lost. */
    private final List<Image> whole = new ArrayList<>();

    /**
     * @param random how many random choices are tried for each prefix
     */
    PowerCuts(Image before, List<Operation> log, int random) {
        this.log = log;
        this.random = random;
        Image image = before.copy();
        whole.add(image.copy());
        for (Operation operation : log) {
            image.apply(operation);
            whole.add(image.copy());
        }
    }

    /** One state after the first operations, without those that are lost. */
    record Cut(int prefix, BitSet lost) {
        @Override
        public String toString() {
            return "after " + prefix + " operations, lost " + lost;
        }
    }

    List<Cut> all() {
        List<Cut> cuts = new ArrayList<>();
        for (int prefix = 0; prefix <= log.size(); prefix++) {
            addCuts(prefix, cuts);
        }
        return cuts;
    }

    private void addCuts(int prefix, List<Cut> cuts) {
        List<Integer> open = new ArrayList<>();
        for (int i = 0; i < prefix; i++) {
            if (log.get(i).isVolatile() && !isDurable(i, prefix)) {
                open.add(i);
            }
        }
        BitSet none = new BitSet();
        BitSet all = new BitSet();
        open.forEach(all::set);
        cuts.add(new Cut(prefix, none));
        cuts.add(new Cut(prefix, all));
        for (int each : open) {
            BitSet alone = new BitSet();
            alone.set(each);
            cuts.add(new Cut(prefix, alone));
            BitSet others = (BitSet) all.clone();
            others.clear(each);
            cuts.add(new Cut(prefix, others));
        }
        Random chance = new Random(prefix);
        for (int i = 0; i < random; i++) {
            BitSet some = new BitSet();
            open.stream().filter(each -> chance.nextBoolean()).forEach(some::set);
            cuts.add(new Cut(prefix, some));
        }
    }

    private boolean isDurable(int operation, int prefix) {
        for (int i = operation + 1; i < prefix; i++) {
            if (log.get(i).makesDurable(log.get(operation))) {
                return true;
            }
        }
        return false;
    }

    Image after(Cut cut) {
        BitSet lost = consistent(cut);
        int first = lost.isEmpty() ? cut.prefix() : lost.nextSetBit(0);
        Image image = whole.get(first).copy();
        for (int i = first; i < cut.prefix(); i++) {
            if (!lost.get(i)) {
                image.apply(log.get(i));
            }
        }
        return image;
    }

    private BitSet consistent(Cut cut) {
        BitSet lost = (BitSet) cut.lost().clone();
        Map<Integer, Integer> made = new HashMap<>();
        for (int i = 0; i < cut.prefix(); i++) {
            if (log.get(i) instanceof Operation.Enter enter) {
                made.putIfAbsent(enter.node(), i);
            }
        }
        boolean changed = true;
        while (changed) {
            changed = false;
            for (int i = cut.prefix() - 1; i >= 0; i--) {
                if (!lost.get(i)) {
                    changed |= keepWhatIsNeeded(i, made, lost);
                }
            }
        }
        return lost;
    }

    private boolean keepWhatIsNeeded(int kept, Map<Integer, Integer> made, BitSet lost) {
        boolean changed = false;
        if (log.get(kept) instanceof Operation.Rename rename) {
            changed = keepTheName(rename, kept, lost);
        }
        for (int folder : folders(log.get(kept))) {
            Integer making = made.get(folder);
            if (making != null && making < kept && lost.get(making)) {
                lost.clear(making);
                changed = true;
            }
        }
        if (log.get(kept) instanceof Operation.Leave leave) {
            for (int i = 0; i < kept; i++) {
                if (lost.get(i) && folders(log.get(i)).contains(leave.node())) {
                    lost.clear(i);
                    changed = true;
                }
            }
        }
        return changed;
    }

    /** A renamed file had its old name. */
    private boolean keepTheName(Operation.Rename later, int kept, BitSet lost) {
        for (int i = kept - 1; i >= 0; i--) {
            boolean gaveIt =
                    log.get(i) instanceof Operation.Rename rename
                                    && rename.node() == later.node()
                                    && rename.toFolder() == later.fromFolder()
                                    && rename.toName().equals(later.fromName())
                            || log.get(i) instanceof Operation.Enter enter
                                    && enter.node() == later.node()
                                    && enter.folder() == later.fromFolder()
                                    && enter.name().equals(later.fromName());
            if (gaveIt) {
                boolean changed = lost.get(i);
                lost.clear(i);
                return changed;
            }
        }
        return false;
    }

    private static List<Integer> folders(Operation operation) {
        if (operation instanceof Operation.Enter enter) {
            return List.of(enter.folder());
        }
        if (operation instanceof Operation.Leave leave) {
            return List.of(leave.folder());
        }
        if (operation instanceof Operation.Rename rename) {
            return List.of(rename.fromFolder(), rename.toFolder());
        }
        return List.of();
    }
}
