package app.lacuna.desktop.ends;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.clearing.LooseEnd;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.looseends.LooseEnds;
import java.io.IOException;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.mockito.MockedStatic;
import org.mockito.Mockito;

/** A change of the records that cannot be written. */
class EndsModelTest {
    @Test
    void keep_thatFails_isTold() {
        ScriptedThreads script = new ScriptedThreads(3);
        Lifetime life = script.life();
        EndsModel model = new EndsModel(life, Optional.empty());
        LooseEnd end = Mockito.mock(LooseEnd.class);
        try (MockedStatic<LooseEnds> records = Mockito.mockStatic(LooseEnds.class)) {
            records.when(() -> LooseEnds.keep(end, true)).thenThrow(new IOException("full"));
            model.keep(end, true);
            script.settle();
        }
        assertThat(life.book().trouble().get()).isPresent();
    }
}
