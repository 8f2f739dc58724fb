package app.lacuna.common;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.Test;

class CancelSourceTest {
    private final CancelSource source = new CancelSource();
    private final List<String> ran = new ArrayList<>();

    @Test
    void checkThrowsOnlyAfterCancel() {
        assertThatCode(source::check).doesNotThrowAnyException();
        source.cancel();
        assertThatThrownBy(source::check).isInstanceOf(CancellationException.class);
    }

    @Test
    void runsActionsOnce() {
        source.onCancel(() -> ran.add("first"));
        source.onCancel(() -> ran.add("second"));
        source.cancel();
        source.cancel();
        assertThat(ran).containsExactly("first", "second");
    }

    @Test
    void runsAtOnceWhenAlreadyCancelled() {
        source.cancel();
        source.onCancel(() -> ran.add("late"));
        assertThat(ran).containsExactly("late");
    }

    @Test
    void forgetsWhatWasTakenBack() {
        source.onCancel(() -> ran.add("never")).close();
        source.cancel();
        assertThat(ran).isEmpty();
    }

    @Test
    void sameActionRegisteredTwiceRunsTwice() {
        Runnable action = () -> ran.add("again");
        source.onCancel(action);
        source.onCancel(action).close();
        source.cancel();
        assertThat(ran).containsExactly("again");
    }
}
