package app.lacuna.desktop.places.help;

import app.lacuna.messages.Language;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The guide, out of the Markdown (CommonMark) that it is written in: headings of the second level,
 * paragraphs, lists, emphasis and code. A comment before a heading says what the section is called
 * by the program; pictures are left to the documents.
 */
final class Guide {
    private static final Pattern NAME = Pattern.compile("<!-- ([a-z-]+) -->");
    private static final Pattern MARK = Pattern.compile("\\*\\*(.+?)\\*\\*|\\*(.+?)\\*|`(.+?)`");

    private final List<Section> sections = new ArrayList<>();

    /** A part of the guide. */
    record Section(String name, String title, List<Block> blocks) {}

    /** A paragraph, or a line of a list. */
    record Block(boolean ofList, List<Piece> pieces) {
        String text() {
            StringBuilder text = new StringBuilder();
            pieces.forEach(piece -> text.append(piece.words()));
            return text.toString();
        }
    }

    /** Words that stand out, or not. */
    record Piece(String words, Style style) {}

    enum Style {
        PLAIN,
        STRONG,
        EMPHASIS,
        CODE
    }

    /** In the language, or in English if it has none. */
    static Guide in(Language language) {
        try (InputStream own = language.open("guide.md").orElseGet(Guide::english)) {
            return new Guide(new String(own.readAllBytes(), StandardCharsets.UTF_8));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static InputStream english() {
        InputStream in = Guide.class.getResourceAsStream("GUIDE.md");
        if (in == null) {
            throw new IllegalStateException("the program is not complete: GUIDE.md");
        }
        return in;
    }

    Guide(String markdown) {
        String name = "";
        for (String line : markdown.lines().map(String::strip).toList()) {
            Matcher comment = NAME.matcher(line);
            if (comment.matches()) {
                name = comment.group(1);
            } else if (line.startsWith("## ")) {
                sections.add(new Section(name, line.substring(3), new ArrayList<>()));
            } else if (!line.isEmpty() && !line.startsWith("![") && !sections.isEmpty()) {
                boolean ofList = line.startsWith("- ");
                Block block = new Block(ofList, pieces(ofList ? line.substring(2) : line));
                sections.get(sections.size() - 1).blocks().add(block);
            }
        }
    }

    private static List<Piece> pieces(String line) {
        List<Piece> pieces = new ArrayList<>();
        Matcher mark = MARK.matcher(line);
        int from = 0;
        while (mark.find()) {
            if (mark.start() > from) {
                pieces.add(new Piece(line.substring(from, mark.start()), Style.PLAIN));
            }
            for (int group = 1; group <= mark.groupCount(); group++) {
                if (mark.group(group) != null) {
                    pieces.add(new Piece(mark.group(group), Style.values()[group]));
                }
            }
            from = mark.end();
        }
        if (from < line.length()) {
            pieces.add(new Piece(line.substring(from), Style.PLAIN));
        }
        return pieces;
    }

    List<Section> sections() {
        return List.copyOf(sections);
    }
}
