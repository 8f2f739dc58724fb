package app.lacuna.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.LacunaException;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.NotEnoughSpace;
import java.io.IOException;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class FailureWordsTest {
    static Stream<Class<?>> everyFailure() {
        return Stream.of(LacunaException.class.getPermittedSubclasses());
    }

    @ParameterizedTest
    @MethodSource("everyFailure")
    void everyFailureHasItsThreeSentences(Class<?> type) {
        List<String> keys = List.of(type.getSimpleName());
        if (type == DamagedArchive.class) {
            keys = List.of("DamagedArchive", "DamagedEntry");
        } else if (type == MailTrouble.class) {
            keys = Stream.of(MailTrouble.Reason.values()).map(r -> "MailTrouble." + r).toList();
        }
        for (String key : keys) {
            for (String part : List.of("what", "safe", "next")) {
                assertThat(Words.has("failure." + key + "." + part)).as(key + part).isTrue();
            }
        }
    }

    @ParameterizedTest
    @EnumSource
    void everyDamageHasItsWords(Damage damage) {
        List<String> words = FailureWords.of(new DamagedArchive(damage, "a.txt", 7));
        assertThat(words.get(0)).startsWith("a.txt is damaged: ").doesNotContain("{");
    }

    @Test
    void numbersHaveTheirUnits() {
        assertThat(FailureWords.of(new NotEnoughSpace(5_000_000_000L, 1_200_000)).get(0))
                .contains("5 GB are needed and 1.2 MB are free");
    }

    @Test
    void unknownTroubleNamesNoClass() {
        List<String> words = FailureWords.of(new IOException("sun.nio.SomethingException"));
        assertThat(String.join(" ", words).toLowerCase(Locale.ROOT)).doesNotContain("exception");
    }
}
