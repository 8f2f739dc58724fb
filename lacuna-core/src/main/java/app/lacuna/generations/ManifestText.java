package app.lacuna.generations;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.generations.Manifest.Root;
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
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * The text of a manifest: lines in UTF-8 with tabs between the fields, so that a person can follow
 * it. Version 1, without sequence, rules, unseen places and bytes of names, is read as well.
 */
final class ManifestText {
    private static final String VERSION_1 = "lacuna-manifest 1";
    private static final String VERSION_2 = "lacuna-manifest 2";
    private static final String HEADINGS_1 =
            "# kind\tsize\tmodified\tmode\tsha256\tgeneration\tkey\tchanged\tdetails\tnames\tpath"
                    + "\tpath there";
    private static final String HEADINGS_2 = HEADINGS_1 + "\tpath on disk\tseen";
    private static final String JUNK = "junk";

    private ManifestText() {}

    static byte[] bytes(Manifest manifest) {
        StringBuilder text = new StringBuilder(256 + manifest.lines().size() * 200);
        text.append(VERSION_2).append('\n');
        text.append("round ").append(manifest.round()).append('\n');
        text.append("generation ").append(manifest.generation()).append('\n');
        text.append("sequence ").append(manifest.sequence()).append('\n');
        write(manifest.scope(), text);
        text.append("lines ").append(manifest.lines().size()).append('\n');
        text.append(HEADINGS_2).append('\n');
        manifest.lines().forEach(line -> write(line, text));
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static void write(BackupScope scope, StringBuilder text) {
        text.append("roots ").append(scope.roots().size()).append('\n');
        for (Root root : scope.roots()) {
            text.append(TextField.escaped(root.name())).append('\t');
            text.append(DiskPath.encoded(root.place())).append('\t');
            text.append(root.volume().map(DiskPath::encoded).orElse("-")).append('\n');
        }
        text.append("rules ").append(scope.rules().size());
        text.append(scope.withoutJunk() ? " " + JUNK : "").append('\n');
        scope.rules().forEach(rule -> text.append(TextField.escaped(rule)).append('\n'));
        text.append("unseen ").append(scope.unseen().size()).append('\n');
        scope.unseen().stream()
                .map(DiskPath::encoded)
                .sorted()
                .forEach(place -> text.append(place).append('\n'));
    }

    private static void write(ManifestLine line, StringBuilder text) {
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
        text.append(TextField.escaped(line.path())).append('\t');
        boolean own = line.held().equals(line.path());
        text.append(own ? "" : TextField.escaped(line.held())).append('\t');
        text.append(line.disk()).append('\t');
        text.append(line.seen() ? "yes" : "no").append('\n');
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

    static Manifest read(InputStream in) throws IOException {
        try (BufferedReader text =
                new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            String first = text.readLine();
            boolean older = VERSION_1.equals(first);
            require(older || VERSION_2.equals(first));
            String round = after("round ", text.readLine());
            String generation = after("generation ", text.readLine());
            long sequence = older ? 0 : number(after("sequence ", text.readLine()));
            BackupScope scope = older ? olderScope(text) : scope(text);
            long count = number(after("lines ", text.readLine()));
            require((older ? HEADINGS_1 : HEADINGS_2).equals(text.readLine()));
            List<ManifestLine> lines = new ArrayList<>();
            for (long i = 0; i < count; i++) {
                lines.add(line(next(text).split("\t", -1), older));
            }
            require(text.readLine() == null);
            return new Manifest(round, generation, sequence, scope, lines);
        } catch (IllegalArgumentException | DateTimeException e) {
            DamagedArchive damaged = new DamagedArchive(Damage.DIRECTORY, Manifest.PATH, 0);
            damaged.initCause(e);
            throw damaged;
        }
    }

    private static BackupScope olderScope(BufferedReader text) throws IOException {
        long count = number(after("roots ", text.readLine()));
        List<Root> roots = new ArrayList<>();
        for (long i = 0; i < count; i++) {
            String[] fields = next(text).split("\t", -1);
            require(fields.length == 2);
            Path place = Path.of(TextField.unescaped(fields[1]));
            roots.add(new Root(TextField.unescaped(fields[0]), place, Optional.empty()));
        }
        return new BackupScope(roots, List.of(), false, Set.of());
    }

    private static BackupScope scope(BufferedReader text) throws IOException {
        long count = number(after("roots ", text.readLine()));
        List<Root> roots = new ArrayList<>();
        for (long i = 0; i < count; i++) {
            String[] fields = next(text).split("\t", -1);
            require(fields.length == 3);
            Optional<Path> volume =
                    fields[2].equals("-")
                            ? Optional.empty()
                            : Optional.of(DiskPath.decoded(fields[2]));
            Path place = DiskPath.decoded(fields[1]);
            roots.add(new Root(TextField.unescaped(fields[0]), place, volume));
        }
        String[] told = after("rules ", text.readLine()).split(" ", -1);
        require(told.length == 1 || (told.length == 2 && told[1].equals(JUNK)));
        List<String> rules = new ArrayList<>();
        for (long i = 0, all = number(told[0]); i < all; i++) {
            rules.add(TextField.unescaped(next(text)));
        }
        Set<Path> unseen = new HashSet<>();
        for (long i = 0, all = number(after("unseen ", text.readLine())); i < all; i++) {
            unseen.add(DiskPath.decoded(next(text)));
        }
        return new BackupScope(roots, rules, told.length == 2, unseen);
    }

    private static ManifestLine line(String[] fields, boolean older) {
        require(fields.length == (older ? 12 : 14));
        String path = TextField.unescaped(fields[10]);
        require(!path.isEmpty());
        ItemKind kind =
                switch (fields[0]) {
                    case "file" -> ItemKind.FILE;
                    case "folder" -> ItemKind.FOLDER;
                    case "link" -> ItemKind.LINK;
                    default -> throw new IllegalArgumentException();
                };
        String disk = older ? "" : fields[12];
        if (!disk.isEmpty()) {
            DiskPath.decoded(disk); // throws if it is no path
        }
        return new ManifestLine(
                path,
                kind,
                number(fields[1]),
                Instant.parse(fields[2]),
                fields[3].equals("-") ? -1 : Integer.parseInt(fields[3], 8),
                orNothing(fields[4]),
                fields[5],
                fields[11].isEmpty() ? path : TextField.unescaped(fields[11]),
                orNothing(fields[6]),
                orNothing(fields[7]),
                orNothing(fields[8]),
                fields[9].equals("several"),
                disk,
                older || fields[13].equals("yes"));
    }

    private static String orNothing(String text) {
        return text.equals("-") ? "" : text;
    }

    private static long number(String text) {
        long number = Long.parseLong(text);
        require(number >= 0);
        return number;
    }

    private static String next(BufferedReader text) throws IOException {
        String line = text.readLine();
        require(line != null);
        return line;
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
