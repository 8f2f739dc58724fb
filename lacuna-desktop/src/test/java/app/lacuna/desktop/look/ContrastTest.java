package app.lacuna.desktop.look;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What has to be read can be: contrast by WCAG 2.1, success criterion 1.4.3, of the palette. */
class ContrastTest {
    private static final double ENOUGH = 4.5;

    /** Success criterion 1.4.6. */
    private static final double HIGH = 7;

    private static final List<String> TEXTS =
            List.of("ink", "ink-2", "ink-quiet", "verdigris", "rubric", "ochre");
    private static final List<String> GROUNDS =
            List.of(
                    "paper",
                    "sheet",
                    "margin-colour",
                    "rule-soft",
                    "verdigris-soft",
                    "rubric-soft");
    private static final Pattern COLOUR = Pattern.compile("([a-z0-9-]+): (#[0-9A-F]{6});");

    private static String sheet(String name) throws IOException {
        try (InputStream in =
                ContrastTest.class.getResourceAsStream("/app/lacuna/desktop/css/" + name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }

    private static Map<String, String> palette(String selector) throws IOException {
        String tokens = sheet("tokens.css");
        int from = tokens.indexOf(selector + " {");
        Matcher matcher = COLOUR.matcher(tokens.substring(from, tokens.indexOf('}', from)));
        Map<String, String> colours = new HashMap<>();
        while (matcher.find()) {
            colours.put(matcher.group(1), matcher.group(2));
        }
        return colours;
    }

    @ParameterizedTest
    @ValueSource(strings = {".lacuna", ".lacuna.dark", ".lacuna.contrast", ".lacuna.contrast.dark"})
    void everyTextStandsOutFromEveryGround(String look) throws IOException {
        double enough = look.contains("contrast") ? HIGH : ENOUGH;
        Map<String, String> colours = palette(look);
        for (String text : TEXTS) {
            for (String ground : GROUNDS) {
                assertThat(contrast(colours.get(text), colours.get(ground)))
                        .as(text + " on " + ground)
                        .isGreaterThanOrEqualTo(enough);
            }
        }
        assertThat(contrast(colours.get("on-primary"), colours.get("ink")))
                .isGreaterThanOrEqualTo(enough);
    }

    /** The colour of lines is not one for texts. */
    @ParameterizedTest
    @ValueSource(strings = {"controls.css", "page.css", "tree.css"})
    void noTextIsWrittenInTheColourOfLines(String name) throws IOException {
        assertThat(sheet(name)).doesNotContainPattern("text-fill: ink-3");
    }

    /** Two values that the definition gives away: black on white, and a colour on itself. */
    @Test
    void contrastIsMeasuredAsDefined() {
        assertThat(contrast("#000000", "#FFFFFF")).isEqualTo(21);
        assertThat(contrast("#A8341C", "#A8341C")).isEqualTo(1);
    }

    private static double contrast(String one, String other) {
        double a = luminance(one);
        double b = luminance(other);
        return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
    }

    private static double luminance(String colour) {
        double[] weights = {0.2126, 0.7152, 0.0722};
        double sum = 0;
        for (int i = 0; i < 3; i++) {
            double part = Integer.parseInt(colour.substring(1 + 2 * i, 3 + 2 * i), 16) / 255.0;
            double linear = part <= 0.03928 ? part / 12.92 : Math.pow((part + 0.055) / 1.055, 2.4);
            sum += weights[i] * linear;
        }
        return sum;
    }
}
