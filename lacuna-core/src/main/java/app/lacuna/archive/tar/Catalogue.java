package app.lacuna.archive.tar;

import app.lacuna.archive.Limits;
import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.selection.FileDetails;
import app.lacuna.selection.ItemKind;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The list of what is in a TAR archive, as a file at its end: lines of text, so that it can be read
 * by people too. First the frames, then the entries, each in the order of the archive.
 */
final class Catalogue {
    static final String PATH = ".lacuna-catalogue";
    private static final String FIRST = "lacuna-catalogue 1";
    private static final char SEPARATOR = '\t';
    private static final int FIELDS = 8;

    private Catalogue() {}

    static byte[] bytes(Frames frames, List<ListedEntry> entries) {
        StringBuilder text = new StringBuilder(64 + entries.size() * 80);
        text.append(FIRST).append('\n');
        text.append("frames ").append(frames.count()).append('\n');
        for (int i = 0; i < frames.count(); i++) {
            text.append(frames.plain(i)).append(SEPARATOR).append(frames.packed(i)).append('\n');
        }
        text.append("entries ").append(entries.size()).append('\n');
        for (ListedEntry entry : entries) {
            text.append(letter(entry.kind()))
                    .append(SEPARATOR)
                    .append(entry.start())
                    .append(SEPARATOR)
                    .append(entry.stored())
                    .append(SEPARATOR)
                    .append(entry.linkedTo())
                    .append(SEPARATOR)
                    .append(entry.size())
                    .append(SEPARATOR)
                    .append(TarTime.format(entry.modified()))
                    .append(SEPARATOR)
                    .append(Integer.toOctalString(entry.mode()))
                    .append(SEPARATOR);
            escape(entry.path(), text);
            text.append('\n');
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static char letter(ItemKind kind) {
        return switch (kind) {
            case FILE -> 'f';
            case FOLDER -> 'd';
            case LINK -> 'l';
        };
    }

    private static ItemKind kind(String letter) throws MalformedTar {
        return switch (letter) {
            case "f" -> ItemKind.FILE;
            case "d" -> ItemKind.FOLDER;
            case "l" -> ItemKind.LINK;
            default -> throw new MalformedTar();
        };
    }

    /** A name may have line ends in it. */
    private static void escape(String path, StringBuilder text) {
        for (int i = 0; i < path.length(); i++) {
            char letter = path.charAt(i);
            switch (letter) {
                case '\\' -> text.append("\\\\");
                case '\n' -> text.append("\\n");
                case '\r' -> text.append("\\r");
                default -> text.append(letter);
            }
        }
    }

    private static String unescaped(String text) throws MalformedTar {
        if (text.indexOf('\\') < 0) {
            return text;
        }
        StringBuilder path = new StringBuilder();
        for (int i = 0; i < text.length(); i++) {
            char letter = text.charAt(i);
            if (letter == '\\') {
                i++;
                letter =
                        switch (i < text.length() ? text.charAt(i) : 0) {
                            case '\\' -> '\\';
                            case 'n' -> '\n';
                            case 'r' -> '\r';
                            default -> throw new MalformedTar();
                        };
            }
            path.append(letter);
        }
        return path.toString();
    }

    /** What a catalogue says. */
    record Read(Frames frames, List<ListedEntry> entries) {}

    /**
     * @throws DamagedArchive if it is none
     */
    static Read read(InputStream in, Limits limits) throws IOException {
        try (BufferedReader lines =
                new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            require(FIRST.equals(lines.readLine()));
            Frames frames = new Frames();
            long count = count(lines, "frames ");
            for (long i = 0; i < count; i++) {
                String[] fields = fields(lines, 2);
                frames.add(Long.parseLong(fields[0]), Long.parseLong(fields[1]));
                require(i == 0 || frames.plain((int) i) > frames.plain((int) i - 1));
            }
            List<ListedEntry> entries = new ArrayList<>();
            count = count(lines, "entries ");
            limits.checkEntries(count);
            for (long i = 0; i < count; i++) {
                entries.add(entry(fields(lines, FIELDS), entries.size()));
            }
            return new Read(frames, entries);
        } catch (MalformedTar | NumberFormatException | ArithmeticException | DateTimeException e) {
            DamagedArchive damaged = new DamagedArchive(Damage.DIRECTORY, "", 0);
            damaged.initCause(e);
            throw damaged;
        }
    }

    private static ListedEntry entry(String[] fields, int number) throws MalformedTar {
        ListedEntry entry =
                new ListedEntry(
                        unescaped(fields[7]),
                        kind(fields[0]),
                        Long.parseLong(fields[4]),
                        TarTime.parse(fields[5]),
                        Integer.parseInt(fields[6], 8),
                        Long.parseLong(fields[1]),
                        Long.parseLong(fields[2]),
                        Integer.parseInt(fields[3]),
                        Optional.empty());
        require(entry.linkedTo() >= -1 && entry.linkedTo() < number);
        require(entry.size() >= 0 && entry.start() >= 0 && entry.stored() >= 0);
        require(entry.mode() >= 0 && entry.mode() <= FileDetails.ALL_BITS);
        return entry;
    }

    private static long count(BufferedReader lines, String what) throws IOException {
        String line = lines.readLine();
        require(line != null && line.startsWith(what));
        return Long.parseLong(line.substring(what.length()));
    }

    private static String[] fields(BufferedReader lines, int count) throws IOException {
        String line = lines.readLine();
        require(line != null);
        String[] fields = line.split("\t", count);
        require(fields.length == count);
        return fields;
    }

    private static void require(boolean holds) throws MalformedTar {
        if (!holds) {
            throw new MalformedTar();
        }
    }
}
