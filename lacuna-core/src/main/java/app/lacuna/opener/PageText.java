package app.lacuna.opener;

import app.lacuna.messages.Language;
import com.fasterxml.jackson.core.io.JsonStringEncoder;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.List;
import java.util.TreeMap;
import java.util.stream.Collectors;

/** The page as text, from its template; where the archive would be, it is cut in two. */
final class PageText {
    private static final String ARCHIVE = "${archive}";

    /** In the order in which they need each other. */
    private static final List<String> ENGINE =
            List.of(
                    "zip-reader.js",
                    "fast-aes.js",
                    "trouble.js",
                    "parts.js",
                    "open-zip.js",
                    "small-entries.js",
                    "archive.js",
                    "engine.js");

    private static final List<String> PAGE =
            List.of(
                    "texts.js",
                    "embedded.js",
                    "orders.js",
                    "viewer.js",
                    "saving.js",
                    "rows.js",
                    "page.js");

    private final String before;
    private final String after;

    PageText() {
        String page = resource("page.html");
        String reader = resource("zip-reader.js");
        page = fill(page, "style", resource("page.css"));
        page = fill(page, "licence", escaped(licence(reader)));
        page = fill(page, "texts", texts());
        page = fill(page, "engine", wasm() + scripts(ENGINE));
        page = fill(page, "page", scripts(PAGE));
        int cut = page.indexOf(ARCHIVE);
        before = page.substring(0, cut);
        after = page.substring(cut + ARCHIVE.length());
    }

    String before() {
        return before;
    }

    String after() {
        return after;
    }

    /** For a place between tags, or within double quotes. */
    static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace("\"", "&quot;");
    }

    private static String fill(String page, String slot, String text) {
        return page.replace("${" + slot + "}", text);
    }

    /** What stands in the reader's first comment. */
    private static String licence(String reader) {
        return reader.substring(reader.indexOf("/*") + 2, reader.indexOf("*/")).strip();
    }

    private static String scripts(List<String> names) {
        return names.stream().map(PageText::resource).collect(Collectors.joining("\n"));
    }

    /** The fast part of the engine, made by {@code scripts/opener-reader} from its source. */
    private static String wasm() {
        try (InputStream in = open("aes-hmac-sha1.wasm")) {
            String bytes = Base64.getEncoder().encodeToString(in.readAllBytes());
            return "const AES_HMAC_SHA1 = \"" + bytes + "\";\n";
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** In all languages: the browser of whoever opens it says which one is shown. */
    private static String texts() {
        return Language.all().stream()
                .map(language -> quoted(language.code()) + ":" + words(language))
                .collect(Collectors.joining(",\n", "{", "}"));
    }

    private static String words(Language language) {
        return new TreeMap<>(language.texts(PageText.class.getPackageName(), "texts"))
                .entrySet().stream()
                        .map(word -> quoted(word.getKey()) + ":" + quoted(word.getValue()))
                        .collect(Collectors.joining(",\n", "{", "}"));
    }

    /** As JSON, in which nothing can end the script it stands in. */
    private static String quoted(Object word) {
        char[] quoted = JsonStringEncoder.getInstance().quoteAsString(word.toString());
        return '"' + new String(quoted).replace("<", "\\u003c") + '"';
    }

    private static String resource(String name) {
        try (InputStream in = open(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static InputStream open(String name) {
        InputStream in = PageText.class.getResourceAsStream(name);
        if (in == null) {
            throw new IllegalStateException("the program is not complete: " + name);
        }
        return in;
    }
}
