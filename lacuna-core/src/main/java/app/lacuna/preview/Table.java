package app.lacuna.preview;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * The beginning of a table of separated values (RFC 4180), the first row of which names the
 * columns.
 *
 * @param cut whether there is more than is here
 */
public record Table(List<String> names, List<List<String>> rows, boolean cut) {
    static final int MAX_ROWS = 20_000;
    static final int MAX_COLUMNS = 200;

    /** What separates values in practice; the first that fits is taken. */
    private static final char[] SEPARATORS = {';', '\t', ',', '|'};

    private static final int LINES_TO_JUDGE_BY = 20;

    public Table {
        names = List.copyOf(names);
        rows = List.copyOf(rows);
    }

    /**
     * Empty if it is no table.
     *
     * @param complete whether {@code text} is all there is
     */
    static Optional<Table> of(String text, boolean complete) {
        for (char separator : SEPARATORS) {
            if (separates(text, separator)) {
                return read(text, separator, complete);
            }
        }
        return Optional.empty();
    }

    /** The same number of times in each of the first lines, and at least once. */
    private static boolean separates(String text, char separator) {
        List<String> lines =
                text.lines().filter(line -> !line.isBlank()).limit(LINES_TO_JUDGE_BY).toList();
        long first = lines.isEmpty() ? 0 : count(lines.get(0), separator);
        return first > 0 && lines.stream().allMatch(line -> count(line, separator) == first);
    }

    /** Outside quotes. */
    private static long count(String line, char separator) {
        long count = 0;
        boolean quoted = false;
        for (int i = 0; i < line.length(); i++) {
            char letter = line.charAt(i);
            quoted ^= letter == '"';
            count += letter == separator && !quoted ? 1 : 0;
        }
        return count;
    }

    private static Optional<Table> read(String text, char separator, boolean complete) {
        CSVFormat format =
                CSVFormat.DEFAULT.builder().setDelimiter(separator).setLenientEof(true).get();
        List<List<String>> rows = new ArrayList<>();
        boolean cut = !complete;
        try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
            for (CSVRecord row : parser) {
                if (rows.size() > MAX_ROWS) {
                    cut = true;
                    break;
                }
                cut |= row.size() > MAX_COLUMNS;
                rows.add(row.stream().limit(MAX_COLUMNS).toList());
            }
        } catch (IOException | RuntimeException e) {
            if (complete) {
                return Optional.empty();
            }
        }
        if (rows.size() < 2) {
            return Optional.empty();
        }
        return Optional.of(new Table(rows.get(0), rows.subList(1, rows.size()), cut));
    }
}
