package app.lacuna.password;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.common.Secret;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class CloseVariantsTest {
    private static Map<String, Slip> variants(String typed) {
        Map<String, Slip> all = new TreeMap<>();
        try (Secret secret = Secret.takeOver(typed.toCharArray())) {
            for (Variant variant : CloseVariants.of(secret)) {
                String text = variant.secret().withCharacters(Object::toString);
                assertThat(all.put(text, variant.slip())).as("twice: " + text).isNull();
                variant.close();
            }
        }
        return all;
    }

    @ParameterizedTest
    @CsvSource(
            ignoreLeadingAndTrailingWhitespace = false,
            value = {
                "second hut,SECOND HUT,CAPS_LOCK",
                "sECOND HUT,Second hut,CAPS_LOCK",
                "second hut,Second hut,FIRST_LETTER",
                "second hut,secondhut,BLANKS",
                "second hut , second hut  ,BLANKS",
                "second hut,seconnd hut,DOUBLED",
                "pass,pas,DOUBLED",
                "second hut,secnod hut,SWAPPED",
                "second hut,sEcond hut,ONE_CAPITAL",
                "zebra 7,yebra 7,OTHER_KEYBOARD",
                "ebb-flow,ebb/flow,OTHER_KEYBOARD",
                "qzerty,awertz,OTHER_KEYBOARD",
                "привет,ghbdtn,OTHER_KEYBOARD",
            })
    void findsTheSlip(String typed, String meant, Slip slip) {
        if (meant.startsWith(" ")) {
            assertThat(variants(typed)).containsEntry(typed.strip(), Slip.BLANKS);
            return;
        }
        assertThat(variants(typed)).containsEntry(meant, slip);
    }

    @Test
    void letterAndAccentCanBeOneOrTwoCharacters() {
        assertThat(variants("Gr\u00fcbchen")).containsEntry("Gru\u0308bchen", Slip.COMPOSED);
        assertThat(variants("Gru\u0308bchen")).containsEntry("Gr\u00fcbchen", Slip.COMPOSED);
    }

    @Test
    void aFewHundredAtMost() {
        assertThat(variants("second hut by the dyke").size()).isBetween(50, 200);
        assertThat(variants("x".repeat(5_000)).size()).isLessThanOrEqualTo(CloseVariants.MAX);
        assertThat(variants("")).isEmpty();
    }

    @ParameterizedTest
    @ValueSource(strings = {"a", "Aa1!", "second hut"})
    void theTypedOneIsNotAmongThem(String typed) {
        assertThat(variants(typed)).doesNotContainKey(typed);
    }

    @Test
    void everyKeyboardHasTheSameKeys() {
        List<Integer> lengths = new ArrayList<>();
        Keyboards.ALL.forEach(keyboard -> lengths.add(keyboard.length()));
        assertThat(new HashSet<>(lengths)).containsExactly(2 * 47);
    }
}
