package app.lacuna.cli;

import app.lacuna.archive.PackOptions;
import app.lacuna.common.Secret;
import app.lacuna.disc.DiscKind;
import app.lacuna.disc.DiscLoad;
import app.lacuna.disc.DiscOrder;
import app.lacuna.disc.DiscTable;
import app.lacuna.disc.Recovery;
import app.lacuna.exposure.Opener;
import app.lacuna.forecast.Forecast;
import app.lacuna.forecast.Forecaster;
import app.lacuna.job.DiscsResult;
import app.lacuna.job.PackDiscsJob;
import app.lacuna.looseends.ClearReport;
import app.lacuna.selection.FileSelection;
import app.lacuna.staging.Existing;
import app.lacuna.staging.Target;
import app.lacuna.verify.Verdict;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** lacuna discs write. */
@Command(name = "write", sortOptions = false)
final class DiscsWriteCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private ChosenFiles chosen;

    @Option(names = "-o", paramLabel = "${bundle:param.FOLDER}", required = true)
    private Path folder;

    @Mixin private DiscOptions discs;
    @Mixin private FormOptions form;

    @Option(names = "--no-proof", descriptionKey = "lacuna.pack.no-proof")
    private boolean noProof;

    @Option(
            names = "--then-clear",
            paramLabel = "${bundle:param.HOW}",
            descriptionKey = "lacuna.pack.then-clear",
            converter = ClearTo.Converter.class)
    private Optional<ClearTo> thenClear = Optional.empty();

    @Option(names = "--json")
    private boolean json;

    @Mixin private PasswordSource passwords;

    DiscsWriteCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        PackOptions options = form.options();
        Clearing.requirePossible(spec.commandLine(), noProof, thenClear);
        if (!Opener.browsersRead(options.method().name().toLowerCase(Locale.ROOT))) {
            throw new ParameterException(spec.commandLine(), Words.text("discs.needs-deflate"));
        }
        DiscKind kind = discs.kind().orElse(DiscKind.DVD);
        DiscOrder order = discs.order(kind, "DISC", form.hint(), Clock.systemDefaultZone());
        Path first = folder.resolve(order.label().of(1) + ".iso");
        Target.of(first).requireUsable(Existing.KEEP); // before the password is asked for
        FormOptions.sayBefore(terminal, options, "discs.hint-is-readable");
        Optional<Secret> password = form.password(terminal, passwords, first);
        try {
            FileSelection selection = chosen.scan(terminal);
            PackedText.sayWhatWillNotComeOut(terminal, selection);
            Optional<DiscTable.Count> expected = expected(selection, options, order);
            expected.ifPresent(count -> sayExpected(count, kind));
            PackDiscsJob.Result result = write(selection, options, order, password);
            Optional<ClearReport> cleared =
                    thenClear.map(how -> Clearing.ofPacked(terminal, result.packed(), how));
            report(result, expected, cleared);
            boolean all = cleared.map(Clearing::isComplete).orElse(true);
            return (result.packed().isComplete() && all ? ExitCode.DONE : ExitCode.INCOMPLETE)
                    .number();
        } finally {
            password.ifPresent(Secret::close);
        }
    }

    /** What a short look says; what comes out is held against it. */
    private Optional<DiscTable.Count> expected(
            FileSelection selection, PackOptions options, DiscOrder order) throws IOException {
        if (selection.items().isEmpty()) {
            return Optional.empty(); // whoever packs it says so
        }
        Forecast forecast =
                new Forecaster(selection, options)
                        .look(DiscsPlanCommand.LOOKING, terminal.cancel());
        DiscLoad load = DiscLoad.of(selection, options, Optional.of(forecast));
        return DiscTable.of(load, order, List.of(order.kind()))
                .rows()
                .get(0)
                .of(order.recovery())
                .filter(DiscTable.Count::isPossible);
    }

    private void sayExpected(DiscTable.Count count, DiscKind kind) {
        String name = DiscsPlanCommand.name(kind);
        terminal.say(
                count.isExact()
                        ? Words.text("discs.expected.exact", count.most(), name)
                        : Words.text("discs.expected", count.fewest(), count.most(), name));
    }

    private PackDiscsJob.Result write(
            FileSelection selection,
            PackOptions options,
            DiscOrder order,
            Optional<Secret> password)
            throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return new PackDiscsJob(
                            selection,
                            options,
                            Clearing.afterPacking(noProof, thenClear),
                            order,
                            folder,
                            bar,
                            terminal.cancel())
                    .run(password);
        }
    }

    private void report(
            PackDiscsJob.Result result,
            Optional<DiscTable.Count> expected,
            Optional<ClearReport> cleared)
            throws IOException {
        if (json) {
            Json.object(
                    terminal.out(),
                    out -> {
                        PackedText.writeJson(out, result.packed());
                        writeJson(out, result.discs());
                        if (cleared.isPresent()) {
                            Clearing.writeJson(out, cleared.get());
                        }
                    });
        } else {
            writeText(result);
        }
        int count = result.discs().discs().size();
        expected.filter(range -> count < range.fewest() || count > range.most())
                .ifPresent(range -> terminal.say(Words.text("discs.otherwise", count)));
        terminal.say(Words.text("discs.burn"));
        PackedText.sayWhatIsNotAsItWas(terminal, result.packed());
        cleared.ifPresentOrElse(
                done -> Clearing.sayAfter(terminal, done, thenClear.orElseThrow()),
                () -> terminal.say(Words.text("pack.originals")));
    }

    private void writeText(PackDiscsJob.Result result) {
        for (DiscsResult.Disc disc : result.discs().discs()) {
            boolean recovery = disc.facts().isForRecovery();
            terminal.out()
                    .println(
                            Words.text(
                                    recovery ? "discs.disc.recovery" : "discs.disc",
                                    PrintableName.of(disc.image().toString()),
                                    disc.facts().number(),
                                    disc.facts().count(),
                                    Words.size(disc.bytes()),
                                    disc.paths().size()));
        }
        DiscsResult discs = result.discs();
        if (discs.order().recovery().kind() == Recovery.Kind.SCRATCHES) {
            long least =
                    discs.discs().stream()
                            .mapToLong(disc -> disc.facts().scratchBytes())
                            .min()
                            .orElse(0);
            terminal.out().println(Words.text("discs.scratch", Words.size(least)));
        } else if (discs.order().recovery().discs() > 0) {
            terminal.out().println(Words.text("discs.lost", discs.order().recovery().discs()));
        }
        if (!discs.discs().get(0).paths().isEmpty()) {
            terminal.out()
                    .println(Words.text("discs.bound", discs.bound(), (int) discs.fullness()));
        }
        terminal.out().println(Words.text("discs.read-back." + discs.readBack()));
        result.packed()
                .proof()
                .ifPresent(
                        proof ->
                                terminal.out()
                                        .println(
                                                Words.text(
                                                        "pack.proved." + proof.readBack(),
                                                        proof.count(Verdict.IDENTICAL),
                                                        proof.entries().size())));
    }

    private static void writeJson(JsonGenerator out, DiscsResult discs) throws IOException {
        out.writeNumberField("bound", discs.bound());
        out.writeArrayFieldStart("discs");
        for (DiscsResult.Disc disc : discs.discs()) {
            out.writeStartObject();
            out.writeStringField("image", disc.image().toString());
            out.writeStringField("label", disc.facts().name());
            out.writeNumberField("number", disc.facts().number());
            out.writeNumberField("bytes", disc.bytes());
            out.writeNumberField("archiveBytes", disc.archiveBytes());
            out.writeBooleanField("forRecovery", disc.facts().isForRecovery());
            out.writeNumberField("scratchBytes", disc.facts().scratchBytes());
            out.writeEndObject();
        }
        out.writeEndArray();
    }
}
