package app.lacuna.extract;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class EntryPathTest {
    @ParameterizedTest
    @ValueSource(strings = {"../x", "a/../../x", "a/..", ".."})
    void refusesWhatClimbsOut(String path) {
        for (NamingRules rules : NamingRules.values()) {
            assertThat(EntryPath.of(path, rules).refusal()).contains(NameRefusal.CLIMBS_OUT);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"/etc/x", "//server/x", "\\\\server\\x", "\\x", "C:/x", "c:\\x", "d:"})
    void refusesPlacesOfTheirOwn(String path) {
        for (NamingRules rules : NamingRules.values()) {
            assertThat(EntryPath.of(path, rules).refusal()).contains(NameRefusal.ABSOLUTE);
        }
    }

    /** One name here, a way upwards elsewhere: it comes out under a name that is neither. */
    @ParameterizedTest
    @CsvSource({
        "'..\\x', '.._x'",
        "'u\\..\\v', 'u_.._v'",
        "'a/.. ', 'a/.._'",
        "'a/..\t', 'a/.._'",
        "'a\\.\\b', 'a_._b'",
    })
    void namesThatLeadUpElsewhereAreMapped(String path, String expected) {
        for (NamingRules rules : NamingRules.values()) {
            EntryPath mapped = EntryPath.of(path, rules);
            assertThat(mapped.refusal()).isEmpty();
            assertThat(String.join("/", mapped.parts())).isEqualTo(expected);
            assertThat(mapped.mapped()).isTrue();
        }
    }

    @Test
    void otherBackslashesStayOnUnix() {
        assertThat(EntryPath.of("a\\b", NamingRules.UNIX).parts()).containsExactly("a\\b");
        assertThat(EntryPath.of("a\\b", NamingRules.WINDOWS).parts()).containsExactly("a_b");
    }

    @Test
    void refusesWhatIsDeeperThanAnyFileSystem() {
        assertThat(EntryPath.of("d/".repeat(999) + "f", NamingRules.UNIX).refusal()).isEmpty();
        assertThat(EntryPath.of("d/".repeat(32_000) + "f", NamingRules.UNIX).refusal())
                .contains(NameRefusal.TOO_DEEP);
    }

    @ParameterizedTest
    @EnumSource
    void refusesNulAndNothing(NamingRules rules) {
        assertThat(EntryPath.of("a\0b", rules).refusal()).contains(NameRefusal.IMPOSSIBLE);
        assertThat(EntryPath.of("", rules).refusal()).contains(NameRefusal.IMPOSSIBLE);
        assertThat(EntryPath.of("./.", rules).refusal()).contains(NameRefusal.IMPOSSIBLE);
    }

    @Test
    void dropsEmptyPartsAndDots() {
        assertThat(EntryPath.of("./a//b/./c", NamingRules.UNIX).parts())
                .containsExactly("a", "b", "c");
    }

    @ParameterizedTest
    @CsvSource({
        "CON, _CON",
        "nul.txt, _nul.txt",
        "com1, _com1",
        "'AUX .csv', '_AUX .csv'",
        "name., name_",
        "'name. .', name_",
        "a:b, a_b",
        "what?, what_",
        "a\\b, a_b",
        "conference, conference",
        "Übersicht №12.csv, Übersicht №12.csv"
    })
    void mapsWhatWindowsCanNotHave(String name, String mapped) {
        EntryPath path = EntryPath.of("dig/" + name, NamingRules.WINDOWS);
        assertThat(path.parts()).containsExactly("dig", mapped);
        assertThat(path.mapped()).isEqualTo(!name.equals(mapped));
    }

    @ParameterizedTest
    @ValueSource(strings = {"CON", "a:b", "what?", "name.", "a\\b", "...", "..a"})
    void unixHasThemAll(String name) {
        EntryPath path = EntryPath.of(name, NamingRules.UNIX);
        assertThat(path.parts()).containsExactly(name);
        assertThat(path.mapped()).isFalse();
    }
}
