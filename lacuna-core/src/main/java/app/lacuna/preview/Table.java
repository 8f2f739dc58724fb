package app.lacuna.preview;

import java.io.IOException;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/**
 * The beginning of a table of separated values (RFC 4180), the first row of which names the
 * columns. Its cells are characters that can be overwritten; a text is made of one only to be
 * shown.
 */
public final class Table {
    static final int MAX_ROWS = 20_000;
    static final int MAX_COLUMNS = 200;

    /** What separates values in practice; the first that fits is taken. */
    private static final char[] SEPARATORS = {';', '\t', ',', '|'};

    private static final int LINES_TO_JUDGE_BY = 20;

    private final Row names;
    private final List<Row> rows;
    private final boolean cut;

    private Table(Row names, List<Row> rows, boolean cut) {
        this.names = names;
        this.rows = List.copyOf(rows);
        this.cut = cut;
    }

    /** The cells of one line. */
    public static final class Row {
        private final char[][] cells;

        private Row(char[][] cells) {
            this.cells = cells;
        }

        public int size() {
            return cells.length;
        }

        /** Empty for a column that this row has not. */
        public String cell(int column) {
            return column < cells.length ? String.valueOf(cells[column]) : "";
        }

        private void wipe() {
            for (char[] cell : cells) {
                Arrays.fill(cell, '\0');
            }
        }
    }

    /** What the columns are called. */
    public Row names() {
        return names;
    }

    public List<Row> rows() {
        return rows;
    }

    /** Whether there is more than is here. */
    public boolean isCut() {
        return cut;
    }

    void wipe() {
        names.wipe();
        rows.forEach(Row::wipe);
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
        List<Row> rows = new ArrayList<>();
        boolean cut = !complete;
        try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
            for (CSVRecord row : parser) {
                if (rows.size() > MAX_ROWS) {
                    cut = true;
                    break;
                }
                cut |= row.size() > MAX_COLUMNS;
                rows.add(
                        new Row(
                                row.stream()
                                        .limit(MAX_COLUMNS)
                                        .map(String::toCharArray)
                                        .toArray(char[][]::new)));
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
