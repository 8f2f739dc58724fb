package app.lacuna.exposure;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** The name of an archive is the one thing that is never hidden: does it tell what is inside. */
public final class RevealingName {
    private static final int SHORTEST_WORD = 4;

    /** They tell that there is something worth the trouble. */
    private static final Set<String> CURIOUS =
            Set.of(
                    "secret",
                    "secrets",
                    "password",
                    "passwords",
                    "private",
                    "confidential",
                    "hidden",
                    "encrypted",
                    "personal",
                    "bank",
                    "salary",
                    "medical",
                    "tax",
                    "taxes");

    /** They say nothing, wherever they stand. */
    private static final Set<String> PLAIN =
            Set.of(
                    "notes",
                    "note",
                    "file",
                    "files",
                    "folder",
                    "copy",
                    "backup",
                    "archive",
                    "data",
                    "document",
                    "documents",
                    "with",
                    "from",
                    "the");

    private RevealingName() {}

    /**
     * The first word that tells something, as it stands in the name.
     *
     * @param contents names of files and folders that go in
     */
    public static Optional<String> wordIn(String archiveName, List<String> contents) {
        String stem = archiveName.replaceFirst("(?i)\\.zip$", "");
        Set<String> inside = new HashSet<>();
        contents.forEach(path -> words(path).forEach(word -> inside.add(lower(word))));
        return words(stem).stream()
                .filter(
                        word ->
                                CURIOUS.contains(lower(word))
                                        || (word.length() >= SHORTEST_WORD
                                                && !PLAIN.contains(lower(word))
                                                && !word.chars().allMatch(Character::isDigit)
                                                && inside.contains(lower(word))))
                .findFirst();
    }

    private static List<String> words(String name) {
        return List.of(name.split("[^\\p{L}\\p{N}]+"));
    }

    private static String lower(String word) {
        return word.toLowerCase(Locale.ROOT);
    }
}
