package app.lacuna.mail;

import app.lacuna.archive.zip.VolumeNames;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What has come, from saved messages, loose files and folders of both, in any order: sorted into
 * archives, each with its parts.
 */
public final class Arrivals {
    private static final Pattern LAST = Pattern.compile("(?i)(.+)\\.zip");
    private static final Pattern PART = Pattern.compile("(?i)(.+)\\.z(\\d{2,3})");

    /** What browsers and mail programs put into a name that is taken: " (1)", before its ending. */
    private static final Pattern AGAIN =
            Pattern.compile(" ?\\(\\d{1,2}\\)(?=\\.z(?:ip|\\d{2,3})$|$)");

    private static final int FILES_IN_A_FOLDER = 2_000;

    private Arrivals() {}

    /**
     * An archive as far as it has come.
     *
     * @param name of the last part
     * @param parts by their numbers from 1; the last one, which has the name, is number 0
     */
    public record Archive(String name, Map<Integer, Arrived> parts) {
        public Archive {
            parts = new TreeMap<>(parts);
        }

        /** Whether it is one file. */
        public boolean isWhole() {
            return parts.size() == 1 && parts.containsKey(0);
        }

        /** What a part is called. */
        public String partName(int number) {
            return number == 0
                    ? name
                    : VolumeNames.part(Path.of(name), number).getFileName().toString();
        }

        /**
         * The names of the parts that have not come.
         *
         * @param count how many there are, the last one among them; 0 if that one has not come
         */
        public List<String> missing(int count) {
            List<String> missing = new ArrayList<>();
            int known = parts.keySet().stream().mapToInt(Integer::intValue).max().orElse(0);
            for (int number = 1; number < Math.max(count, known + 1); number++) {
                if (!parts.containsKey(number)) {
                    missing.add(partName(number));
                }
            }
            if (!parts.containsKey(0)) {
                missing.add(name);
            }
            return missing;
        }
    }

    /** Folders are looked into, but not into those within. */
    public static List<Archive> in(List<Path> given) throws IOException {
        List<Arrived> arrived = new ArrayList<>();
        for (Path path : given) {
            if (Files.isDirectory(path)) {
                try (Stream<Path> files = Files.list(path)) {
                    for (Path file :
                            files.filter(Files::isRegularFile).limit(FILES_IN_A_FOLDER).toList()) {
                        collect(file, arrived);
                    }
                }
            } else {
                collect(path, arrived);
            }
        }
        return sorted(arrived);
    }

    private static void collect(Path file, List<Arrived> arrived) throws IOException {
        String name = file.getFileName().toString();
        if (name.toLowerCase(Locale.ROOT).endsWith(".eml")) {
            try (SavedMessage message = new SavedMessage(file)) {
                arrived.addAll(message.attachments());
            }
        } else {
            arrived.add(new Arrived(name, file, java.util.Optional.empty(), List.of()));
        }
    }

    private static List<Archive> sorted(List<Arrived> arrived) {
        Map<String, Map<Integer, Arrived>> byStem = new LinkedHashMap<>();
        Map<String, String> stems = new LinkedHashMap<>();
        for (Arrived one : arrived) {
            String name = AGAIN.matcher(one.name()).replaceFirst("");
            Matcher last = LAST.matcher(name);
            Matcher part = PART.matcher(name);
            if (part.matches()) {
                put(byStem, stems, part.group(1), Integer.parseInt(part.group(2)), one);
            } else if (last.matches()) {
                put(byStem, stems, last.group(1), 0, one);
            }
        }
        List<Archive> archives = new ArrayList<>();
        byStem.forEach((key, parts) -> archives.add(new Archive(stems.get(key) + ".zip", parts)));
        return archives;
    }

    /** The first of the same name stays: it came twice. */
    private static void put(
            Map<String, Map<Integer, Arrived>> byStem,
            Map<String, String> stems,
            String stem,
            int number,
            Arrived one) {
        String key = stem.toLowerCase(Locale.ROOT);
        stems.putIfAbsent(key, stem);
        byStem.computeIfAbsent(key, made -> new TreeMap<>()).putIfAbsent(number, one);
    }

    /** The bytes of what has come. */
    @FunctionalInterface
    public interface Use<T> {
        T of(InputStream in) throws IOException;
    }

    public static <T> T read(Arrived arrived, Use<T> use) throws IOException {
        if (arrived.attachment().isEmpty()) {
            try (InputStream in = Files.newInputStream(arrived.place())) {
                return use.of(in);
            }
        }
        try (SavedMessage message = new SavedMessage(arrived.place());
                InputStream in = message.open(arrived.attachment().get())) {
            return use.of(in);
        }
    }
}
