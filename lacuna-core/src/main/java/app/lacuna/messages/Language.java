package app.lacuna.messages;

import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Properties;

/**
 * A language of the program. The English texts stand beside the classes that say them; any other
 * language is a folder, {@code app/lacuna/languages/de} and so on, with a file for each package
 * that has texts. A folder that is there is a language that can be chosen.
 *
 * @param code of ISO 639, two small letters
 */
public record Language(String code) {
    public static final Language ENGLISH = new Language("en");

    /** In the environment: asks for a language, whatever else is set. */
    public static final String VARIABLE = "LACUNA_LANGUAGE";

    private static final String ROOT = "app.lacuna.";
    private static final String FOLDER = "/app/lacuna/languages/";
    private static final String PROPERTIES = ".properties";

    /** Every language has this one, so it tells whether the folder is there. */
    private static final String SIGN = "/cli" + PROPERTIES;

    /** English, then the others by their codes. */
    public static List<Language> all() {
        List<Language> all = new ArrayList<>(List.of(ENGLISH));
        for (String code : Locale.getISOLanguages()) {
            if (isFolder(code)) {
                all.add(new Language(code));
            }
        }
        return all;
    }

    /** One that is asked for as de, de_AT.UTF-8 or de-AT; nothing if it is not there. */
    public static Optional<Language> named(String name) {
        String code = name.toLowerCase(Locale.ROOT).split("[-_.@]", 2)[0];
        boolean there = code.matches("[a-z]{2,3}") && (code.equals("en") || isFolder(code));
        return there ? Optional.of(new Language(code)) : Optional.empty();
    }

    /**
     * What is spoken: what the environment asks for, else what was chosen, else the language of the
     * system; English, if none of them is there.
     */
    public static Language spoken(
            Map<String, String> environment, Optional<String> chosen, Locale system) {
        return Optional.ofNullable(environment.get(VARIABLE))
                .flatMap(Language::named)
                .or(() -> chosen.flatMap(Language::named))
                .or(() -> named(system.getLanguage()))
                .orElse(ENGLISH);
    }

    private static boolean isFolder(String code) {
        return Language.class.getResource(FOLDER + code + SIGN) != null;
    }

    public Locale locale() {
        return Locale.forLanguageTag(code);
    }

    /** What it is called by those who speak it. */
    public String ownName() {
        String name = locale().getDisplayLanguage(locale());
        return name.substring(0, 1).toUpperCase(locale()) + name.substring(1);
    }

    /**
     * The texts of a package. What is not translated yet is said in English.
     *
     * @param folder the package, with dots
     * @param english the name of the English file in it, without its ending
     */
    public Map<String, String> texts(String folder, String english) {
        Map<String, String> texts =
                new HashMap<>(read("/" + folder.replace('.', '/') + "/" + english + PROPERTIES));
        if (!equals(ENGLISH)) {
            texts.putAll(translated(folder));
        }
        return texts;
    }

    /** Only what stands in its own folder. */
    public Map<String, String> translated(String folder) {
        return read(FOLDER + code + "/" + folder.substring(ROOT.length()) + PROPERTIES);
    }

    /** Another file of its folder, if it is there. */
    public Optional<InputStream> open(String name) {
        return Optional.ofNullable(Language.class.getResourceAsStream(FOLDER + code + "/" + name));
    }

    private static Map<String, String> read(String resource) {
        Properties read = new Properties();
        try (InputStream in = Language.class.getResourceAsStream(resource)) {
            if (in != null) {
                read.load(new InputStreamReader(in, StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        Map<String, String> texts = new HashMap<>();
        read.stringPropertyNames().forEach(key -> texts.put(key, read.getProperty(key)));
        return texts;
    }
}
