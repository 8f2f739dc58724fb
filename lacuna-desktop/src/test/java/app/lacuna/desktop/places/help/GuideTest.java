package app.lacuna.desktop.places.help;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.places.help.Guide.Piece;
import app.lacuna.desktop.places.help.Guide.Section;
import app.lacuna.desktop.places.help.Guide.Style;
import app.lacuna.messages.Language;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class GuideTest {
    private static final Path DOCUMENTS = Path.of("..", "docs");

    static List<Language> languages() {
        return Language.all();
    }

    @Test
    void itIsTheGuideOfTheDocuments() throws IOException {
        List<Section> shown = Guide.in(Language.ENGLISH).sections();
        List<Section> written =
                new Guide(Files.readString(DOCUMENTS.resolve("GUIDE.md"))).sections();
        assertThat(shown).isEqualTo(written).hasSizeGreaterThan(8);
        assertThat(Guide.in(new Language("xx")).sections()).isEqualTo(written);
    }

    @ParameterizedTest
    @MethodSource("languages")
    void everyLanguageHasAllSectionsAndAllTheirParagraphs(Language language) {
        List<Section> english = Guide.in(Language.ENGLISH).sections();
        List<Section> own = Guide.in(language).sections();
        assertThat(own)
                .extracting(Section::name)
                .isEqualTo(english.stream().map(Section::name).toList());
        assertThat(own)
                .extracting(section -> section.blocks().size())
                .isEqualTo(english.stream().map(section -> section.blocks().size()).toList());
    }

    @ParameterizedTest
    @MethodSource("languages")
    void everyPlaceHasASection(Language language) {
        assertThat(Guide.in(language).sections())
                .extracting(Section::name)
                .contains("pack", "open", "rounds", "discs", "ends", "settings");
    }

    @Test
    void itsPicturesAreThere() throws IOException {
        Matcher picture =
                Pattern.compile("!\\[[^]]+]\\(([^)]+)\\)")
                        .matcher(Files.readString(DOCUMENTS.resolve("GUIDE.md")));
        int count = 0;
        while (picture.find()) {
            assertThat(DOCUMENTS.resolve(picture.group(1))).exists();
            count++;
        }
        assertThat(count).isGreaterThan(5);
    }

    @Test
    void wordsStandOutAsTheyAreMarked() {
        Section section =
                new Guide("<!-- a -->\n## T\n\n- **one** of *two* `F1`.\n![x](y.png)\n")
                        .sections()
                        .get(0);
        assertThat(section.blocks()).hasSize(1);
        assertThat(section.blocks().get(0).ofList()).isTrue();
        assertThat(section.blocks().get(0).pieces())
                .containsExactly(
                        new Piece("one", Style.STRONG),
                        new Piece(" of ", Style.PLAIN),
                        new Piece("two", Style.EMPHASIS),
                        new Piece(" ", Style.PLAIN),
                        new Piece("F1", Style.CODE),
                        new Piece(".", Style.PLAIN));
    }
}
