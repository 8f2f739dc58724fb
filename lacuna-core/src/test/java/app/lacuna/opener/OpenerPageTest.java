package app.lacuna.opener;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.CancelToken;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Base64;
import java.util.List;
import java.util.Properties;
import java.util.Random;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What is in the page; what it does is tried in a browser. */
class OpenerPageTest {
    private static final Pattern PIECE =
            Pattern.compile("<script type=\"text/plain\" data-part=\"([^\"]*)\">([^<]*)</script>");

    /** Texts that the scripts put together, and what they begin with. */
    private static final Set<String> PUT_TOGETHER = Set.of("trouble.");

    private static String page(Path... parts) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (parts.length == 0) {
            new OpenerPage().write(out);
        } else {
            new OpenerPage().write(List.of(parts), out, bytes -> {}, CancelToken.never());
        }
        return out.toString(StandardCharsets.UTF_8);
    }

    private static Properties texts(String name) throws IOException {
        Properties texts = new Properties();
        try (Reader in =
                new InputStreamReader(
                        OpenerPage.class.getResourceAsStream(name), StandardCharsets.UTF_8)) {
            texts.load(in);
        }
        return texts;
    }

    @Test
    void aloneItIsSmallAndAlwaysTheSame() throws IOException {
        String page = page();
        assertThat(page.getBytes(StandardCharsets.UTF_8).length)
                .isLessThan((int) OpenerPage.ALONE_BYTES);
        assertThat(page.equals(page())).isTrue();
        Pattern slot = Pattern.compile("\\$\\{(style|licence|texts|engine|archive|page)\\}");
        assertThat(slot.matcher(page).find()).isFalse();
        assertThat(page).contains("BSD 3-Clause License", "Gildas Lormeau");
    }

    @Test
    void itsPolicyAllowsNoConnection() throws IOException {
        Matcher policy =
                Pattern.compile("Content-Security-Policy\" content=\"([^\"]*)\"").matcher(page());
        assertThat(policy.find()).isTrue();
        assertThat(policy.group(1))
                .contains("default-src 'none'", "connect-src 'none'", "form-action 'none'")
                .doesNotContain("http", "*", " 'unsafe-eval");
        assertThat(page()).doesNotContainPattern("(src|href)=\"?https?:");
    }

    @Test
    void theArchiveInsideIsTheArchive(@TempDir Path folder) throws IOException {
        byte[] noise = new byte[2_000_001];
        new Random(5).nextBytes(noise);
        Path odd = Files.write(folder.resolve("a\"><script>&.z01"), noise);
        Path last = Files.write(folder.resolve("a.zip"), new byte[] {1});
        Matcher pieces = PIECE.matcher(page(odd, last));
        ByteArrayOutputStream first = new ByteArrayOutputStream();
        ByteArrayOutputStream second = new ByteArrayOutputStream();
        while (pieces.find()) {
            (pieces.group(1).equals("a.zip") ? second : first)
                    .write(Base64.getDecoder().decode(pieces.group(2)));
        }
        assertThat(first.toByteArray()).isEqualTo(noise);
        assertThat(second.toByteArray()).isEqualTo(new byte[] {1});
    }

    @Test
    void everyTextIsSaidSomewhere() throws IOException {
        String page = page();
        for (String key : texts("texts.properties").stringPropertyNames()) {
            String name = key.replaceFirst("\\.(one|other)$", "");
            boolean together = PUT_TOGETHER.stream().anyMatch(name::startsWith);
            String asked = together ? name.split("\\.")[1] : name;
            assertThat(page).containsPattern("[\"`]" + Pattern.quote(asked) + "[\"`]");
        }
    }

    @Test
    void pagesAreCalledAfterTheirArchive() {
        Path archive = Path.of("out", "winter-notes.ZIP");
        assertThat(OpenerKind.BESIDE.nameFor(archive))
                .isEqualTo(Path.of("out", "winter-notes-opener.html"));
        assertThat(OpenerKind.INSIDE.nameFor(archive))
                .isEqualTo(Path.of("out", "winter-notes.html"));
        assertThat(OpenerKind.INSIDE.nameFor(Path.of("b"))).isEqualTo(Path.of("b.html"));
    }
}
