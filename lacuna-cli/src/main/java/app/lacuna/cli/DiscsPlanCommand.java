package app.lacuna.cli;

import app.lacuna.archive.PackOptions;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLoad;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.DiscTable;
import app.lacuna.disc.DiscTable.Count;
import app.lacuna.disc.Recovery;
import app.lacuna.error.NothingToPack;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.Forecaster;
import app.lacuna.selection.FileSelection;
import app.lacuna.verify.ProofJson;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna discs plan. */
@Command(name = "plan", sortOptions = false)
final class DiscsPlanCommand implements Callable<Integer> {
    /** The forecast becomes better than its range is wide long before. */
    static final Duration LOOKING = Duration.ofSeconds(3);

    private final Terminal terminal;

    @Mixin private ChosenFiles chosen;
    @Mixin private DiscOptions discs;
    @Mixin private FormOptions form;

    @Option(names = "--json")
    private boolean json;

    DiscsPlanCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        PackOptions options = form.options();
        FileSelection selection = chosen.scan(terminal);
        if (selection.items().isEmpty()) {
            throw new NothingToPack(selection.leftOut().size());
        }
        Forecast forecast = new Forecaster(selection, options).look(LOOKING, terminal.cancel());
        DiscOrder order = discs.order(DiscKind.DVD, "DISC", form.hint(), Clock.systemDefaultZone());
        List<DiscKind> kinds = new ArrayList<>(DiscKind.ALL);
        discs.kind().filter(kind -> !kinds.contains(kind)).ifPresent(kinds::add);
        DiscTable table =
                DiscTable.of(DiscLoad.of(selection, options, Optional.of(forecast)), order, kinds);
        if (json) {
            Json.object(terminal.out(), out -> write(out, selection, forecast, table));
        } else {
            write(selection, forecast, table);
        }
        Rewritten.reportLeftOut(terminal, selection.leftOut());
        return ExitCode.DONE.number();
    }

    private void write(FileSelection selection, Forecast forecast, DiscTable table) {
        terminal.out()
                .println(
                        Words.text(
                                "discs.plan.load",
                                selection.items().size(),
                                Words.size(selection.totalBytes()),
                                Words.size(forecast.archive().low()),
                                Words.size(forecast.archive().high())));
        line(
                Words.text("discs.plan.kind"),
                Words.text("discs.plan.as-it-is"),
                Words.text("discs.plan.packed"),
                recovery(table.recovery()));
        for (DiscTable.Row row : table.rows()) {
            line(
                    name(row.kind()),
                    count(row.asItIs()),
                    row.packed().map(DiscsPlanCommand::count).orElse(""),
                    row.withRecovery().map(DiscsPlanCommand::count).orElse(""));
        }
        table.row(discs.kind().orElse(DiscKind.DVD))
                .filter(row -> row.bound() > 0)
                .ifPresent(
                        row ->
                                terminal.out()
                                        .println(
                                                Words.text(
                                                        "discs.plan.bound",
                                                        row.bound(),
                                                        name(row.kind()),
                                                        row.packed().orElseThrow().most())));
        int tooLarge =
                table.rows().stream()
                        .flatMap(row -> row.packed().stream())
                        .mapToInt(Count::tooLarge)
                        .max()
                        .orElse(0);
        if (tooLarge > 0) {
            terminal.say(Words.text("discs.plan.too-large", tooLarge));
        }
    }

    private void line(String kind, String asItIs, String packed, String recovery) {
        terminal.out()
                .println(
                        String.format(
                                        Locale.ROOT,
                                        "%-16s %10s %12s  %s",
                                        kind,
                                        asItIs,
                                        packed,
                                        recovery)
                                .stripTrailing());
    }

    static String name(DiscKind kind) {
        return kind.name().isEmpty()
                ? Words.size(kind.bytes())
                : Words.text("discs.kind." + kind.name());
    }

    private static String recovery(Recovery recovery) {
        return Words.text("discs.plan." + recovery.kind(), recovery.discs());
    }

    private static String count(Count count) {
        if (!count.isPossible()) {
            return "-";
        }
        return count.isExact()
                ? String.valueOf(count.most())
                : Words.text("discs.plan.range", count.fewest(), count.most());
    }

    private static void write(
            JsonGenerator out, FileSelection selection, Forecast forecast, DiscTable table)
            throws IOException {
        out.writeNumberField("items", selection.items().size());
        out.writeNumberField("contentBytes", selection.totalBytes());
        out.writeNumberField("archiveBytesLow", forecast.archive().low());
        out.writeNumberField("archiveBytesHigh", forecast.archive().high());
        out.writeStringField("recovery", ProofJson.name(table.recovery().kind()));
        out.writeNumberField("recoveryDiscs", table.recovery().discs());
        out.writeArrayFieldStart("kinds");
        for (DiscTable.Row row : table.rows()) {
            out.writeStartObject();
            out.writeStringField("kind", row.kind().name());
            out.writeNumberField("bytes", row.kind().bytes());
            write(out, "asItIs", Optional.of(row.asItIs()));
            write(out, "packed", row.packed());
            write(out, "withRecovery", row.withRecovery());
            out.writeNumberField("bound", row.bound());
            out.writeEndObject();
        }
        out.writeEndArray();
    }

    private static void write(JsonGenerator out, String name, Optional<Count> count)
            throws IOException {
        if (count.filter(Count::isPossible).isPresent()) {
            out.writeObjectFieldStart(name);
            out.writeNumberField("fewest", count.get().fewest());
            out.writeNumberField("most", count.get().most());
            out.writeEndObject();
        }
    }
}
