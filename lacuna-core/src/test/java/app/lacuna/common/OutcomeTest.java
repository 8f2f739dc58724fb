package app.lacuna.common;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class OutcomeTest {
    @Test
    void tellsTheThreeEndsApart() {
        IOException trouble = new IOException("trouble");
        assertThat(Outcome.of(() -> 7)).isEqualTo(new Outcome.Done<>(7));
        assertThat(
                        Outcome.of(
                                () -> {
                                    throw new CancellationException();
                                }))
                .isInstanceOf(Outcome.Cancelled.class);
        assertThat(
                        Outcome.of(
                                () -> {
                                    throw trouble;
                                }))
                .isEqualTo(new Outcome.Failed<>(trouble));
    }
}
