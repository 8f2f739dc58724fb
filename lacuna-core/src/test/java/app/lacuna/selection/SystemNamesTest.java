package app.lacuna.selection;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SystemNamesTest {
    @ParameterizedTest
    @CsvSource({"UTF-8, true", "ANSI_X3.4-1968, false", "ISO-8859-1, false", "none, false"})
    void onlyUnicodeNamesEveryFile(String encoding, boolean can) {
        assertThat(SystemNames.canName(encoding)).isEqualTo(can);
    }
}
