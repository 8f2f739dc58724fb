package app.lacuna.verify;

import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/**
 * The verdicts on all entries, in the order of the archive.
 *
 * @param readBack where what was proved has been read from
 */
public record ProofReport(List<ProofEntry> entries, ReadBack readBack) {
    /** What a proof can say of the medium. */
    public enum ReadBack {
        /** The device has it. */
        FROM_DEVICE,
        /**
         * It was written out to the device before; the system may have answered from memory all the
         * same.
         */
        AS_THE_SYSTEM_LIKES
    }

    public ProofReport {
        entries = List.copyOf(entries);
    }

    public ProofReport(List<ProofEntry> entries) {
        this(entries, ReadBack.AS_THE_SYSTEM_LIKES);
    }

    public ProofReport readBack(boolean fromDevice) {
        return fromDevice ? new ProofReport(entries, ReadBack.FROM_DEVICE) : this;
    }

    /**
     * The same, with damage of the file around the entries.
     *
     * @param name of that file
     */
    public ProofReport withDamage(String name, IOException damage) {
        List<ProofEntry> all = new ArrayList<>(entries);
        all.add(ProofEntry.failed(name, Verdict.DAMAGED, damage));
        return new ProofReport(all, readBack);
    }

    /** What a good entry is: of a format without checksums, only readable. */
    public Verdict good(boolean compared) {
        if (compared) {
            return Verdict.IDENTICAL;
        }
        return count(Verdict.READABLE) > 0 ? Verdict.READABLE : Verdict.WHOLE;
    }

    public int count(Verdict verdict) {
        return (int) entries.stream().filter(entry -> entry.verdict() == verdict).count();
    }

    /** Entries that are damaged, differ, are missing or can not be checked. */
    public int notWhole() {
        return (int) entries.stream().filter(entry -> !entry.verdict().entryIsWhole()).count();
    }

    /** The archive is in order, whatever became of the originals since. */
    public boolean archiveIsWhole() {
        return notWhole() == 0;
    }

    /** Everything that was compared is identical. */
    public boolean allIdentical() {
        return count(Verdict.IDENTICAL) == entries.size();
    }
}
