package app.lacuna.edit;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.zip.KeptEntry;
import app.lacuna.edit.PlannedEntry.State;
import app.lacuna.selection.FileItem;
import java.util.List;

/** All entries as they will be; what will be gone is among them, and marked. */
public record ChangePlan(List<PlannedEntry> entries) {
    public ChangePlan {
        entries = List.copyOf(entries);
    }

    /** What is taken over from the archive, under its old name or a new one. */
    public List<KeptEntry> kept() {
        return entries.stream()
                .filter(entry -> entry.state() == State.UNTOUCHED || entry.state() == State.MOVED)
                .map(entry -> new KeptEntry(entry.before().orElseThrow(), entry.path()))
                .toList();
    }

    /** What is in the archive now under the path of something that replaces it. */
    public List<KeptEntry> replaced() {
        return entries.stream()
                .filter(entry -> entry.state() == State.REPLACED)
                .map(entry -> new KeptEntry(entry.before().orElseThrow(), entry.path()))
                .toList();
    }

    /** What is read from disk; replacements among it. */
    public List<FileItem> added() {
        return entries.stream()
                .filter(entry -> entry.state() == State.ADDED || entry.state() == State.REPLACED)
                .map(entry -> entry.added().orElseThrow())
                .toList();
    }

    public int count(State state) {
        return (int) entries.stream().filter(entry -> entry.state() == state).count();
    }

    /** Whether it was made for an archive with just these entries. */
    public boolean isFor(List<ArchiveEntry> archive) {
        long known = entries.stream().filter(entry -> entry.before().isPresent()).count();
        return known == archive.size()
                && entries.stream()
                        .flatMap(entry -> entry.before().stream())
                        .allMatch(entry -> archive.get(entry.index()).equals(entry));
    }
}
