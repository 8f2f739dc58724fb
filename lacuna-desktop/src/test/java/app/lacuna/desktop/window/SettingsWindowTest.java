package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.look.TextSize;
import app.lacuna.desktop.words.Words;
import app.lacuna.messages.Language;
import app.lacuna.state.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.scene.AccessibleAttribute;
import javafx.scene.AccessibleRole;
import javafx.scene.control.RadioButton;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** What is set holds at once, is kept, and there is a way back. */
class SettingsWindowTest extends InWindow {
    private Settings settings;

    @Override
    Settings settings() throws IOException {
        Path place = Files.createTempDirectory(folder, "config");
        Files.writeString(
                place.resolve("settings.properties"),
                "lock-after=30\nlook=PURPLE\ntext-size=99999\nmail-limit=-3\npack-for=NOBODY\n");
        settings = new Settings(place);
        return settings;
    }

    @AfterEach
    void usualTexts() {
        interact(() -> theme.showTextSize(TextSize.USUAL));
    }

    private void choose(String id) {
        interact(() -> lookup("#" + id).queryAs(RadioButton.class).fire());
    }

    @Test
    void everythingIsOnOneSheetWithItsWaysBack() throws Exception {
        push(KeyCode.CONTROL, KeyCode.COMMA);
        until(() -> lookup("#setting-language").tryQuery().isPresent());
        assertThat(open.autoLock().minutes().get()).isEqualTo(30);
        assertThat(pack.mailLimit().get()).isEqualTo(25_000_000); // what makes no sense is as usual
        assertThat(lookup("#usual-lock-after").queryButton().isVisible()).isTrue();
        assertThat(lookup("#usual-mail-limit").queryButton().isVisible()).isFalse();

        choose("look-DARK");
        assertThat(theme.appearance()).isEqualTo(Appearance.DARK);
        choose("look-CONTRAST");
        assertThat(theme.appearance()).isEqualTo(Appearance.CONTRAST);
        choose("text-size-150");
        assertThat(theme.textSize()).isEqualTo(150);
        push(KeyCode.CONTROL, KeyCode.DIGIT0);
        assertThat(theme.textSize()).isEqualTo(100);
        choose("language-de");
        choose("lock-after-2");
        assertThat(open.autoLock().minutes().get()).isEqualTo(2);
        assertThat(Files.readAllLines(settings.file()))
                .contains("look=CONTRAST", "text-size=100", "language=de", "lock-after=2");

        interact(() -> lookup("#was-lock-after").queryButton().fire());
        assertThat(open.autoLock().minutes().get()).isEqualTo(30);
        interact(() -> lookup("#usual-lock-after").queryButton().fire());
        interact(() -> lookup("#usual-look").queryButton().fire());
        assertThat(open.autoLock().minutes().get()).isEqualTo(10);
        assertThat(Files.readAllLines(settings.file()))
                .doesNotContain("look=CONTRAST")
                .noneMatch(line -> line.startsWith("lock-after"));
        assertThat(Language.spoken(Map.of(), settings.get("language"), Locale.ENGLISH).code())
                .isEqualTo("de");
    }

    @Test
    void aNewJobBeginsAsItIsSet() throws Exception {
        Path place = Files.createTempDirectory(folder, "kept");
        dialogs.files = List.of(place);
        interact(() -> window.show(desk.places().get(5)));
        choose("pack-for-MYSELF");
        interact(() -> lookup("#other-pack-into").queryButton().fire());
        choose("mail-limit-10000000");
        assertThat(settings.get("pack-into")).contains(place.toString());
        interact(() -> window.show(desk.pack()));
        interact(() -> lookup("#set-up-another").queryButton().fire());
        until(() -> desk.newestPack() != pack);
        assertThat(desk.newestPack().folder().get()).isEqualTo(place);
        assertThat(desk.newestPack().mailLimit().get()).isEqualTo(10_000_000);
        assertThat(desk.newestPack().form().whom().get().name()).isEqualTo("MYSELF");
    }

    @Test
    void whatCanNotBeKeptHoldsAndIsSaid() throws Exception {
        interact(() -> window.show(desk.places().get(5)));
        Files.delete(settings.file());
        Files.delete(settings.file().getParent());
        Files.writeString(settings.file().getParent(), "a file is in the way");
        choose("look-LIGHT");
        assertThat(theme.appearance()).isEqualTo(Appearance.LIGHT);
        assertThat(lookup(Words.text("settings.not-kept")).queryAll()).isNotEmpty();
    }

    /** What a screen reader is told: what it is, what it is called, and its state. */
    private void spoken(String id, String words, boolean selected) {
        RadioButton button = lookup(id).queryAs(RadioButton.class);
        assertThat(button.queryAccessibleAttribute(AccessibleAttribute.ROLE))
                .isEqualTo(AccessibleRole.RADIO_BUTTON);
        assertThat(button.queryAccessibleAttribute(AccessibleAttribute.TEXT)).isEqualTo(words);
        assertThat(button.queryAccessibleAttribute(AccessibleAttribute.SELECTED))
                .isEqualTo(selected);
    }

    @Test
    void arrowsGoThroughTheChoicesAndTheFocusStays() throws Exception {
        push(KeyCode.CONTROL, KeyCode.COMMA);
        until(() -> scene.getFocusOwner() instanceof RadioButton);
        assertThat(scene.getFocusOwner().getId()).isEqualTo("language-");
        push(KeyCode.TAB);
        until(() -> "look-SYSTEM".equals(scene.getFocusOwner().getId()));
        push(KeyCode.RIGHT);
        until(() -> theme.appearance() == Appearance.LIGHT);
        assertThat(scene.getFocusOwner().getId()).isEqualTo("look-LIGHT");
        spoken("#look-LIGHT", "light", true);
        spoken("#look-SYSTEM", "as the system", false);
    }
}
