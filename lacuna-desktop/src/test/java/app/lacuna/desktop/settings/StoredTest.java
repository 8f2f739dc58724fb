package app.lacuna.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.state.Settings;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StoredTest {
    @TempDir Path folder;
    private Settings file;

    @BeforeEach
    void open() {
        file = new Settings(folder);
    }

    private Setting<Integer> minutes() {
        return Stored.number(file, "lock-after", 15, List.of(0, 5, 15, 60), String::valueOf);
    }

    private Setting<Names> names() {
        return Stored.oneOf(file, "names", Names.VISIBLE, Names::name);
    }

    @Test
    void number_thatIsSet_isThereAtTheNextStart() {
        minutes().value().set(5);
        assertThat(minutes().value().get()).isEqualTo(5);
        assertThat(minutes().isUsual()).isFalse();
    }

    @Test
    void usualValue_leavesNoLine() {
        Setting<Integer> setting = minutes();
        setting.value().set(5);
        setting.value().set(15);
        assertThat(setting.isUsual()).isTrue();
        assertThat(file.get("lock-after")).isEmpty();
    }

    @Test
    void number_writtenByHand_isTakenAndOffered() throws IOException {
        file.set("lock-after", " 7 ");
        assertThat(minutes().value().get()).isEqualTo(7);
        assertThat(minutes().choices()).containsExactly(0, 5, 15, 60, 7);
    }

    @Test
    void number_thatIsNone_orOutOfRange_isAsUsual() throws IOException {
        for (String text : List.of("often", "-1", "61", "", "99999999999")) {
            file.set("lock-after", text);
            assertThat(minutes().value().get()).as(text).isEqualTo(15);
        }
    }

    @Test
    void oneOf_knowsTheNamesOfItsValuesOnly() throws IOException {
        names().value().set(Names.HIDDEN);
        assertThat(names().value().get()).isEqualTo(Names.HIDDEN);
        file.set("names", "hidden");
        assertThat(names().value().get()).isEqualTo(Names.VISIBLE);
    }

    @Test
    void yesOrNo_isWrittenInWords() throws IOException {
        Setting<Boolean> setting = Stored.yesOrNo(file, "icons", true, String::valueOf);
        setting.value().set(false);
        assertThat(file.get("icons")).contains("no");
        assertThat(Stored.yesOrNo(file, "icons", true, String::valueOf).value().get()).isFalse();
        file.set("icons", "perhaps");
        assertThat(Stored.yesOrNo(file, "icons", true, String::valueOf).value().get()).isTrue();
    }

    @Test
    void text_isEmptyUntilSomethingIsChosen() {
        Setting<String> setting = Stored.text(file, "program", List.of("", "viewer"), text -> text);
        assertThat(setting.value().get()).isEmpty();
        setting.value().set("viewer");
        assertThat(Stored.text(file, "program", List.of(), text -> text).value().get())
                .isEqualTo("viewer");
    }

    @Test
    void whatCannotBeKept_holdsAndSaysSo() {
        Setting<Integer> setting =
                Stored.elsewhere(
                        "n",
                        1,
                        1,
                        List.of(1, 2, 3),
                        String::valueOf,
                        value -> {
                            if (value == 2) {
                                throw new IOException("full");
                            }
                        });
        setting.value().set(2);
        assertThat(setting.value().get()).isEqualTo(2);
        assertThat(setting.kept().get()).isFalse();
        setting.value().set(3);
        assertThat(setting.kept().get()).isTrue();
    }

    @Test
    void orAsk_isAskedOnlyWhenWanted() {
        Setting<Integer> setting = minutes();
        assertThat(setting.other()).isEmpty();
        assertThat(setting.orAsk(() -> Optional.of(9)).other().orElseThrow().get()).contains(9);
        assertThat(setting.words(5)).isEqualTo("5");
        assertThat(setting.name()).isEqualTo("lock-after");
    }
}
