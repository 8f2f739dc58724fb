package app.lacuna.rounds;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.compression.Method;
import app.lacuna.opener.OpenerKind;
import app.lacuna.selection.ExcludeRules;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A packing job under a name: what goes in, by which rules, in which form, and where to.
 *
 * @param archiveName may carry {@value #DATE}, which becomes the day
 * @param patterns of skipped files and folders
 * @param withoutJunk whether caches, thumbnails and lock files are left out
 * @param opener the opener page that comes with it
 * @param backup if it is done again and again, in generations
 */
public record Round(
        String name,
        List<Path> roots,
        List<String> patterns,
        boolean withoutJunk,
        Path folder,
        String archiveName,
        Protection protection,
        Names names,
        Method method,
        Optional<OpenerKind> opener,
        Optional<Backup> backup) {
    public static final String DATE = "{date}";

    public Round {
        if (name.isBlank()) {
            throw new IllegalArgumentException("a round has a name");
        }
        roots = List.copyOf(roots);
        patterns = List.copyOf(patterns);
    }

    /** Done once, whenever it is wanted. */
    public Round(
            String name,
            List<Path> roots,
            List<String> patterns,
            boolean withoutJunk,
            Path folder,
            String archiveName,
            Protection protection,
            Names names,
            Method method,
            Optional<OpenerKind> opener) {
        this(
                name,
                roots,
                patterns,
                withoutJunk,
                folder,
                archiveName,
                protection,
                names,
                method,
                opener,
                Optional.empty());
    }

    public Round with(Backup other) {
        return new Round(
                name,
                roots,
                patterns,
                withoutJunk,
                folder,
                archiveName,
                protection,
                names,
                method,
                opener,
                Optional.of(other));
    }

    /** Under another name; its place stays the same. */
    public Round called(String other) {
        return copy(other, roots, patterns, withoutJunk, folder);
    }

    public Round of(List<Path> others) {
        return copy(name, others, patterns, withoutJunk, folder);
    }

    public Round leavingOut(List<String> otherPatterns, boolean noJunk) {
        return copy(name, roots, otherPatterns, noJunk, folder);
    }

    /** At another place, where its generations may lie already or are to be begun. */
    public Round to(Path other) {
        Round there = copy(name, roots, patterns, withoutJunk, other);
        return backup.map(own -> there.with(own.elsewhere())).orElse(there);
    }

    private Round copy(
            String otherName,
            List<Path> otherRoots,
            List<String> otherPatterns,
            boolean noJunk,
            Path otherFolder) {
        return new Round(
                otherName,
                otherRoots,
                otherPatterns,
                noJunk,
                otherFolder,
                archiveName,
                protection,
                names,
                method,
                opener,
                backup);
    }

    /** What goes in by its rules. */
    public ExcludeRules rules() {
        ExcludeRules rules = ExcludeRules.of(patterns);
        return withoutJunk ? rules.and(ExcludeRules.JUNK) : rules;
    }

    /** The folder in {@link #folder} that its generations lie in. */
    public Path generations() {
        String plain = archiveName.replace(DATE, "").replaceFirst("\\.[A-Za-z.]*$", "");
        String stem = plain.replaceAll("[^\\p{L}\\p{N}]+", " ").strip();
        return folder.resolve(stem.isEmpty() ? "copies" : stem);
    }

    public String archiveNameOn(LocalDate day) {
        return archiveName.replace(DATE, day.toString());
    }
}
