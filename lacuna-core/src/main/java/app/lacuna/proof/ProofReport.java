package app.lacuna.proof;

import java.util.List;

/** The verdicts on all entries, in the order of the archive. */
public record ProofReport(List<ProofEntry> entries) {
    public ProofReport {
        entries = List.copyOf(entries);
    }

    public int count(Verdict verdict) {
        return (int) entries.stream().filter(entry -> entry.verdict() == verdict).count();
    }

    /** Entries that are damaged, differ or are missing. */
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
