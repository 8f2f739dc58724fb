package app.lacuna.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.error.Damage;
import app.lacuna.error.DamagedArchive;
import app.lacuna.error.DiscTrouble;
import app.lacuna.error.LacunaException;
import app.lacuna.error.MailTrouble;
import app.lacuna.error.TargetExists;
import app.lacuna.error.WrongPassword;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.MethodSource;

class FailureTextTest {
    static Stream<Class<?>> everyFailure() {
        return Stream.of(LacunaException.class.getPermittedSubclasses());
    }

    @ParameterizedTest
    @MethodSource("everyFailure")
    void everyFailureHasItsThreeSentences(Class<?> type) {
        List<String> keys = List.of(type.getSimpleName());
        if (type == DamagedArchive.class) {
            keys = List.of("DamagedArchive", "DamagedEntry");
        } else if (type == DiscTrouble.class) {
            keys = Stream.of(DiscTrouble.Reason.values()).map(r -> "DiscTrouble." + r).toList();
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
        FailureText text = FailureText.of(new DamagedArchive(damage, "", 0));
        assertThat(text.what()).startsWith("The archive is damaged: ").doesNotContain("{");
    }

    @ParameterizedTest
    @EnumSource
    void everyTroubleWithMailIsSaidWhole(MailTrouble.Reason reason) {
        FailureText text = FailureText.of(new MailTrouble(reason, "Not today.", null));
        assertThat(text.inOneLine()).doesNotContain("{", "null");
        FailureText silent = FailureText.of(new MailTrouble(reason, "", null));
        assertThat(silent.what()).endsWith(".").doesNotContain("It said");
    }

    @Test
    void wrongPasswordAndDamageAreTwoDifferentTexts() {
        FailureText wrong = FailureText.of(new WrongPassword(Path.of("a.zip")));
        FailureText damaged = FailureText.of(new DamagedArchive(Damage.END_MISSING, "", 0));
        assertThat(wrong.inOneLine()).isNotEqualTo(damaged.inOneLine());
        assertThat(wrong.what()).contains("password");
        assertThat(damaged.what()).doesNotContain("password");
    }

    @Test
    void namesAFileWithoutItsFolder() {
        FailureText text = FailureText.of(new TargetExists(Path.of("/home/x/notes.zip")));
        assertThat(text.what()).isEqualTo("notes.zip is there already.");
    }

    @Test
    void commonTroubleOfTheSystemHasItsOwnWords() {
        List<String> whats =
                Stream.of(
                                new NoSuchFileException("a"),
                                new AccessDeniedException("a"),
                                new CancellationException(),
                                new IOException("internal"))
                        .map(failure -> FailureText.of(failure).what())
                        .toList();
        assertThat(whats).doesNotHaveDuplicates().noneMatch(what -> what.contains("internal"));
    }
}
