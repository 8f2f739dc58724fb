package app.lacuna.generations;

import app.lacuna.failure.Damage;
import app.lacuna.failure.DamagedArchive;
import app.lacuna.selection.ItemKind;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Everything that a generation has, and where its bytes are: a text inside each of them, in lines
 * with tabs between the fields, so that a person can follow it.
 *
 * @param round which backup it belongs to
 * @param roots the chosen files and folders, and where they were
 */
public record Manifest(
        String round, String generation, List<Root> roots, List<ManifestLine> lines) {
    public static final String PATH = "LACUNA-MANIFEST.txt";
    private static final String FIRST = "lacuna-manifest 1";
    private static final String HEADINGS =
            "# kind\tsize\tmodified\tmode\tsha256\tgeneration\tkey\tchanged\tdetails\tnames\tpath\tpath there";
    private static final int FIELDS = 12;

    /**
     * One of the chosen files and folders.
     *
     * @param name its path in the archive
     * @param place where it was on disk
     */
    public record Root(String name, String place) {}

    public Manifest {
        roots = List.copyOf(roots);
        lines = List.copyOf(lines);
    }

    /** The generations that its bytes are in. */
    public Set<String> needs() {
        Set<String> needs = new TreeSet<>();
        lines.forEach(line -> needs.add(line.generation()));
        return needs;
    }

    public long contentBytes() {
        return lines.stream().mapToLong(ManifestLine::size).sum();
    }

    /** Of one root only, under the name that it has on disk. */
    public Manifest under(Root root) {
        String onDisk = Path.of(root.place()).getFileName().toString();
        List<ManifestLine> own = new ArrayList<>();
        for (ManifestLine line : lines) {
            if (line.path().equals(root.name()) || line.path().startsWith(root.name() + "/")) {
                own.add(line.at(onDisk + line.path().substring(root.name().length())));
            }
        }
        return new Manifest(round, generation, List.of(root), own);
    }

    public byte[] bytes() {
        StringBuilder text = new StringBuilder(128 + lines.size() * 200);
        text.append(FIRST).append('\n');
        text.append("round ").append(round).append('\n');
        text.append("generation ").append(generation).append('\n');
        text.append("roots ").append(roots.size()).append('\n');
        for (Root root : roots) {
            escape(root.name(), text);
            text.append('\t');
            escape(root.place(), text);
            text.append('\n');
        }
        text.append("lines ").append(lines.size()).append('\n');
        text.append(HEADINGS).append('\n');
        for (ManifestLine line : lines) {
            text.append(letter(line.kind())).append('\t');
            text.append(line.size()).append('\t');
            text.append(line.modified()).append('\t');
            text.append(line.mode() < 0 ? "-" : Integer.toOctalString(line.mode())).append('\t');
            text.append(orDash(line.digest())).append('\t');
            text.append(line.generation()).append('\t');
            text.append(orDash(line.key())).append('\t');
            text.append(orDash(line.changed())).append('\t');
            text.append(orDash(line.details())).append('\t');
            text.append(line.shared() ? "several" : "one").append('\t');
            escape(line.path(), text);
            text.append('\t');
            escape(line.held().equals(line.path()) ? "" : line.held(), text);
            text.append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static String orDash(String text) {
        return text.isEmpty() ? "-" : text;
    }

    private static String letter(ItemKind kind) {
        return switch (kind) {
            case FILE -> "file";
            case FOLDER -> "folder";
            case LINK -> "link";
        };
    }

    /** Names may have line ends and tabs in them. */
    private static void escape(String path, StringBuilder text) {
        for (int i = 0; i < path.length(); i++) {
            char letter = path.charAt(i);
            switch (letter) {
                case '\\' -> text.append("\\\\");
                case '\n' -> text.append("\\n");
                case '\r' -> text.append("\\r");
                case '\t' -> text.append("\\t");
                default -> text.append(letter);
            }
        }
    }

    private static String unescaped(String text) {
        if (text.indexOf('\\') < 0) {
            return text;
        }
        StringBuilder path = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            if (letter == '\\' && i + 1 < text.length()) {
                i++;
                letter =
                        switch (text.charAt(i)) {
                            case 'n' -> '\n';
                            case 'r' -> '\r';
                            case 't' -> '\t';
                            default -> text.charAt(i);
                        };
            }
            path.append(letter);
        }
        return path.toString();
    }

    /**
     * @throws DamagedArchive if it makes no sense
     */
    public static Manifest read(InputStream in) throws IOException {
        try (BufferedReader text =
                new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            require(FIRST.equals(text.readLine()));
            String round = after("round ", text.readLine());
            String generation = after("generation ", text.readLine());
            List<Root> roots = roots(text);
            long count = Long.parseLong(after("lines ", text.readLine()));
            require(HEADINGS.equals(text.readLine()));
            List<ManifestLine> lines = new ArrayList<>();
            for (long i = 0; i < count; i++) {
                String line = text.readLine();
                require(line != null);
                lines.add(line(line.split("\t", -1)));
            }
            require(text.readLine() == null);
            return new Manifest(round, generation, roots, lines);
        } catch (IllegalArgumentException | DateTimeException e) {
            DamagedArchive damaged = new DamagedArchive(Damage.DIRECTORY, PATH, 0);
            damaged.initCause(e);
            throw damaged;
        }
    }

    private static List<Root> roots(BufferedReader text) throws IOException {
        long count = Long.parseLong(after("roots ", text.readLine()));
        List<Root> roots = new ArrayList<>();
        for (long i = 0; i < count; i++) {
            String line = text.readLine();
            require(line != null);
            String[] fields = line.split("\t", -1);
            require(fields.length == 2);
            roots.add(new Root(unescaped(fields[0]), unescaped(fields[1])));
        }
        return roots;
    }

    private static ManifestLine line(String[] fields) {
        require(fields.length == FIELDS);
        String path = unescaped(fields[10]);
        require(!path.isEmpty());
        ItemKind kind =
                switch (fields[0]) {
                    case "file" -> ItemKind.FILE;
                    case "folder" -> ItemKind.FOLDER;
                    case "link" -> ItemKind.LINK;
                    default -> throw new IllegalArgumentException();
                };
        long size = Long.parseLong(fields[1]);
        require(size >= 0);
        return new ManifestLine(
                path,
                kind,
                size,
                Instant.parse(fields[2]),
                fields[3].equals("-") ? -1 : Integer.parseInt(fields[3], 8),
                orNothing(fields[4]),
                fields[5],
                fields[11].isEmpty() ? path : unescaped(fields[11]),
                orNothing(fields[6]),
                orNothing(fields[7]),
                orNothing(fields[8]),
                fields[9].equals("several"));
    }

    private static String orNothing(String text) {
        return text.equals("-") ? "" : text;
    }

    private static String after(String start, String line) {
        require(line != null && line.startsWith(start));
        return line.substring(start.length());
    }

    private static void require(boolean holds) {
        if (!holds) {
            throw new IllegalArgumentException();
        }
    }
}
