package app.lacuna.messages;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;
import java.util.TreeSet;

/** Which program this is: what the build wrote down of itself and of its libraries. */
public final class BuildInfo {
    private static final String LIBRARY = "library.";
    private static final Properties FACTS = read();

    private BuildInfo() {}

    private static Properties read() {
        Properties facts = new Properties();
        try (InputStream in = BuildInfo.class.getResourceAsStream("build.properties")) {
            facts.load(in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return facts;
    }

    public static String version() {
        return FACTS.getProperty("version");
    }

    /** Names and versions, in the order of their names. */
    public static List<String> libraries() {
        List<String> libraries = new ArrayList<>();
        for (String key : new TreeSet<>(FACTS.stringPropertyNames())) {
            if (key.startsWith(LIBRARY)) {
                libraries.add(key.substring(LIBRARY.length()) + " " + FACTS.getProperty(key));
            }
        }
        return libraries;
    }
}
