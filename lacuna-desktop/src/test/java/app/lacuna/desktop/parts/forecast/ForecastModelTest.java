package app.lacuna.desktop.parts.forecast;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.common.CancelToken;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.support.Packed;
import app.lacuna.forecast.SizeRange;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import javafx.beans.property.SimpleObjectProperty;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ForecastModelTest {
    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(8);
    private final SimpleObjectProperty<FileSelection> selection =
            new SimpleObjectProperty<>(FileSelection.EMPTY);
    private final SimpleObjectProperty<PackOptions> options =
            new SimpleObjectProperty<>(PackOptions.STANDARD);
    private ForecastModel model;

    @BeforeEach
    void make() {
        model = new ForecastModel(script.life(), selection, options);
    }

    private void choose() throws IOException {
        selection.set(new SelectionScanner(CancelToken.never()).scan(List.of(Packed.dig(folder))));
        script.settle();
    }

    @Test
    void withoutASelection_nothingIsSeen() {
        script.settle();
        assertThat(model.seen().get()).isEmpty();
    }

    @Test
    void folders_haveTheSumOfWhatIsInThem() throws IOException {
        choose();
        ForecastModel.Seen seen = model.seen().get().orElseThrow();
        SizeRange sum = seen.folders().get("dig");
        long expected =
                selection.get().items().stream()
                        .filter(item -> !item.path().equals("dig"))
                        .mapToLong(item -> seen.forecast().of(item).expected())
                        .sum();
        assertThat(sum.expected()).isEqualTo(expected);
        assertThat(sum.low()).isLessThanOrEqualTo(sum.high());
    }

    @Test
    void anotherNote_isNoReasonToLookAgain() throws IOException {
        choose();
        ForecastModel.Seen before = model.seen().get().orElseThrow();
        options.set(options.get().withNote("a hint"));
        script.settle();
        assertThat(model.seen().get()).containsSame(before);
    }

    @Test
    void anotherForm_isLookedAtAgain() throws IOException {
        choose();
        ForecastModel.Seen before = model.seen().get().orElseThrow();
        options.set(options.get().withNames(Names.HIDDEN));
        script.settle();
        assertThat(model.seen().get().orElseThrow()).isNotSameAs(before);
    }

    @Test
    void emptySelection_takesTheForecastAway() throws IOException {
        choose();
        selection.set(FileSelection.EMPTY);
        script.settle();
        assertThat(model.seen().get()).isEmpty();
    }
}
