package app.lacuna.disc;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.TestTrees;
import app.lacuna.common.CancelToken;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.Forecaster;
import app.lacuna.job.Discs;
import app.lacuna.job.DiscsResult;
import app.lacuna.selection.FileSelection;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DiscTableTest {
    private static final long DISC = 3_000_000;

    @TempDir Path folder;

    private static DiscLoad load(FileSelection selection, PackOptions options) throws IOException {
        Forecast forecast =
                new Forecaster(selection, options)
                        .look(Duration.ofSeconds(20), CancelToken.never());
        return DiscLoad.of(selection, options, Optional.of(forecast));
    }

    @Tag("slow")
    @ParameterizedTest
    @CsvSource({
        "OPEN_ALONE, none, VISIBLE",
        "OPEN_ALONE, one-disc, HIDDEN",
        "OPEN_ALONE, scratches, HIDDEN",
        "TOGETHER, none, HIDDEN",
        "TOGETHER, 2, VISIBLE",
    })
    void thePlanIsWhatComesOut(Spread spread, String recovery, Names names) throws IOException {
        Path tree = Discs.photographs(folder, 17, 600_000);
        Files.writeString(tree.resolve("diary.txt"), "low tide at seven\n".repeat(90_000));
        PackOptions options = PackOptions.STANDARD.withNames(names);
        DiscOrder order = Discs.order(DISC, spread, Recovery.named(recovery).orElseThrow());
        DiscTable table =
                DiscTable.of(load(TestTrees.scan(tree), options), order, List.of(order.kind()));
        DiscTable.Count planned = table.rows().get(0).of(order.recovery()).orElseThrow();
        Path out = Files.createDirectory(folder.resolve("out"));
        DiscsResult result = Discs.write(order, options, out, tree);
        assertThat(result.discs().size()).isBetween(planned.fewest(), planned.most());
        assertThat(planned.most() - planned.fewest()).isLessThanOrEqualTo(1);
        if (order.recovery().kind() == Recovery.Kind.NONE) {
            assertThat(table.rows().get(0).asItIs().most()).isGreaterThanOrEqualTo(planned.most());
        }
    }

    @Test
    void largerDiscsAreNeverMoreDiscs() throws IOException {
        Path tree = Discs.photographs(folder, 12, 300_000);
        DiscOrder order = Discs.order(1, Spread.OPEN_ALONE, Recovery.NONE);
        List<DiscKind> kinds = new ArrayList<>();
        for (long bytes = 2_000_000; bytes < 8_000_000; bytes += 500_000) {
            kinds.add(DiscKind.ofBytes(bytes));
        }
        DiscTable table =
                DiscTable.of(load(TestTrees.scan(tree), PackOptions.STANDARD), order, kinds);
        int before = Integer.MAX_VALUE;
        for (DiscTable.Row row : table.rows()) {
            DiscTable.Count count = row.packed().orElseThrow();
            assertThat(count.isPossible()).isTrue();
            assertThat(count.most()).isLessThanOrEqualTo(before);
            assertThat(count.most()).isBetween(row.bound(), row.bound() + 1);
            assertThat(row.withRecovery().orElseThrow().most()).isGreaterThan(count.fewest());
            before = count.most();
        }
        assertThat(table.recovery()).isEqualTo(Recovery.ONE_DISC);
    }

    @Test
    void whatIsLargerThanADiscIsCounted() throws IOException {
        Path tree = Discs.photographs(folder, 3, 300_000);
        byte[] noise = new byte[4_000_000];
        new Random(1).nextBytes(noise);
        Files.write(tree.resolve("flight.mov"), noise);
        DiscLoad load = load(TestTrees.scan(tree), PackOptions.STANDARD);
        DiscOrder alone = Discs.order(DISC, Spread.OPEN_ALONE, Recovery.NONE);
        DiscTable.Row row = DiscTable.of(load, alone, List.of(alone.kind())).rows().get(0);
        assertThat(row.packed().orElseThrow().tooLarge()).isEqualTo(1);
        assertThat(row.packed().orElseThrow().isPossible()).isFalse();
        DiscOrder together = Discs.order(DISC, Spread.TOGETHER, Recovery.NONE);
        row = DiscTable.of(load, together, List.of(together.kind())).rows().get(0);
        assertThat(row.packed().orElseThrow().isPossible()).isTrue();
    }

    @Test
    void beforeAForecastThereIsOnlyWhatIsCertain() throws IOException {
        Path tree = Discs.photographs(folder, 3, 300_000);
        DiscLoad load = DiscLoad.of(TestTrees.scan(tree), PackOptions.STANDARD, Optional.empty());
        DiscOrder order = Discs.order(DISC, Spread.OPEN_ALONE, Recovery.NONE);
        DiscTable.Row row = DiscTable.of(load, order, List.of(order.kind())).rows().get(0);
        assertThat(row.packed()).isEmpty();
        assertThat(row.asItIs().fewest()).isEqualTo(1);
    }

    @Tag("slow")
    @Test
    void countingVeryManyIsAsGoodAsPlacingThem() {
        Random random = new Random(5);
        long[] sizes = new long[60_000];
        for (int i = 0; i < sizes.length; i++) {
            sizes[i] = (long) (1_000 * Math.exp(5 * random.nextDouble()));
        }
        java.util.Arrays.sort(sizes);
        long[] descending = new long[sizes.length];
        for (int i = 0; i < sizes.length; i++) {
            descending[i] = sizes[sizes.length - 1 - i];
        }
        assertThat(Bins.count(descending, 700_000))
                .isEqualTo(Bins.fill(descending, 700_000).size());
    }
}
