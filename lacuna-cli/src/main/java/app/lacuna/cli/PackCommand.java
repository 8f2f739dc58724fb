package app.lacuna.cli;

import app.lacuna.archive.PackOptions;
import app.lacuna.archive.zip.VolumeNames;
import app.lacuna.common.ByteCount;
import app.lacuna.common.Secret;
import app.lacuna.exposure.Opener;
import app.lacuna.job.OpenerJob;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.looseends.ClearReport;
import app.lacuna.opener.OpenerKind;
import app.lacuna.selection.FileSelection;
import app.lacuna.staging.Existing;
import app.lacuna.staging.Target;
import app.lacuna.verify.Verdict;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.Callable;
import java.util.concurrent.CancellationException;
import picocli.CommandLine.Command;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** lacuna pack. */
@Command(name = "pack", sortOptions = false)
final class PackCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private ChosenFiles chosen;

    @Option(names = "-o", paramLabel = "${bundle:param.FILE}", required = true)
    private Path output;

    @Mixin private FormOptions form;

    @Mixin private BackupOptions backup;

    @Option(names = "--split", paramLabel = "${bundle:param.SIZE}", converter = SizeConverter.class)
    private Optional<ByteCount> split = Optional.empty();

    @Option(
            names = "--on-existing",
            paramLabel = "${bundle:param.RULE}",
            converter = OnExistingConverter.class)
    private OnExisting onExisting = OnExisting.FAIL;

    @Option(names = "--no-proof")
    private boolean noProof;

    @Option(
            names = "--then-clear",
            paramLabel = "${bundle:param.HOW}",
            converter = ClearTo.Converter.class)
    private Optional<ClearTo> thenClear = Optional.empty();

    @Option(
            names = "--opener",
            paramLabel = "${bundle:param.KIND}",
            converter = OpenerKindConverter.class)
    private Optional<OpenerKind> opener = Optional.empty();

    @Option(names = "--json")
    private boolean json;

    @Option(names = "--work-in", paramLabel = "${bundle:param.FOLDER}")
    private Optional<Path> workplace = Optional.empty();

    @Mixin private PasswordSource passwords;

    enum OnExisting {
        FAIL(Existing.KEEP),
        REPLACE(Existing.REPLACE),
        REPLACE_EVEN_READ_ONLY(Existing.REPLACE_EVEN_READ_ONLY);

        private final Existing rule;

        OnExisting(Existing rule) {
            this.rule = rule;
        }
    }

    PackCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        PackOptions options = backup.options(form);
        if (backup.isBackup() && (split.isPresent() || opener.isPresent())) {
            throw wrong("pack.backup-in-one-file");
        }
        requireSplittable();
        Clearing.requirePossible(spec.commandLine(), noProof, thenClear);
        requireOpener(options);
        Target.of(output).requireUsable(onExisting.rule); // before the password is asked for
        FormOptions.sayBefore(terminal, options, "pack.hint-is-readable");
        Optional<Secret> password = form.password(terminal, passwords, output);
        try {
            PackResult result = pack(options, password);
            Optional<OpenerJob.Result> page = opener(result);
            Optional<ClearReport> cleared =
                    thenClear.map(how -> Clearing.ofPacked(terminal, result, how));
            report(result, page, cleared);
            boolean all = cleared.map(Clearing::isComplete).orElse(true);
            return (result.isComplete() && all ? ExitCode.DONE : ExitCode.INCOMPLETE).number();
        } finally {
            password.ifPresent(Secret::close);
        }
    }

    private void requireSplittable() {
        if (split.isEmpty()) {
            return;
        }
        if (onExisting.rule.replaces()) {
            throw wrong("pack.split-replaces-nothing");
        }
        if (split.get().bytes() < VolumeNames.MIN_BYTES) {
            throw wrong("pack.split-too-small");
        }
        if (!output.toString().toLowerCase(Locale.ROOT).endsWith(".zip")) {
            throw wrong("pack.split-needs-zip");
        }
    }

    private void requireOpener(PackOptions options) throws IOException {
        if (opener.isEmpty()) {
            return;
        }
        if (!Opener.browsersRead(options.method().name().toLowerCase(Locale.ROOT))) {
            throw wrong("pack.opener-needs-deflate");
        }
        Target page = Target.of(opener.get().nameFor(Target.of(output).path()));
        if (opener.get() == OpenerKind.INSIDE) {
            page.requireUsable(onExisting.rule);
        }
    }

    /** If it can not be written, what has been packed is told of all the same. */
    private Optional<OpenerJob.Result> opener(PackResult result) throws IOException {
        if (opener.isEmpty()) {
            return Optional.empty();
        }
        List<Path> inside = opener.get() == OpenerKind.INSIDE ? result.files() : List.of();
        Path name = opener.get().nameFor(result.archive());
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return Optional.of(
                    new OpenerJob(inside, name, onExisting.rule, bar, terminal.cancel()).run());
        } catch (IOException | CancellationException e) {
            report(result, Optional.empty(), Optional.empty());
            throw e;
        }
    }

    private ParameterException wrong(String key) {
        return new ParameterException(spec.commandLine(), Words.text(key));
    }

    private PackResult pack(PackOptions options, Optional<Secret> password) throws IOException {
        FileSelection selection = chosen.scan(terminal);
        PackedText.sayWhatWillNotComeOut(terminal, selection);
        PackRequest request =
                new PackRequest(
                        selection,
                        output,
                        options,
                        split.map(size -> OptionalLong.of(size.bytes()))
                                .orElse(OptionalLong.empty()),
                        onExisting.rule,
                        Clearing.afterPacking(noProof, thenClear),
                        workplace);
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return new PackJob(request, password, bar, terminal.cancel()).run();
        }
    }

    private static final class OnExistingConverter implements ITypeConverter<OnExisting> {
        @Override
        public OnExisting convert(String value) {
            return switch (value) {
                case "fail" -> OnExisting.FAIL;
                case "replace" -> OnExisting.REPLACE;
                case "replace-even-read-only" -> OnExisting.REPLACE_EVEN_READ_ONLY;
                default -> throw new TypeConversionException(Words.text("pack.rules"));
            };
        }
    }

    private void report(
            PackResult result, Optional<OpenerJob.Result> page, Optional<ClearReport> cleared)
            throws IOException {
        if (json) {
            Json.object(
                    terminal.out(),
                    out -> {
                        PackedText.writeJson(out, result);
                        if (page.isPresent()) {
                            OpenerText.writeJson(out, page.get());
                        }
                        if (cleared.isPresent()) {
                            Clearing.writeJson(out, cleared.get());
                        }
                    });
        } else {
            writeText(result);
            page.ifPresent(written -> OpenerText.write(terminal, written));
        }
        if (result.files().size() > 1) {
            terminal.say(Words.text("pack.parts", result.files().size()));
        }
        PackedText.sayWhatIsNotAsItWas(terminal, result);
        Rewritten.reportKept(terminal, result.keptInstead(), result.archive());
        cleared.ifPresentOrElse(
                done -> Clearing.sayAfter(terminal, done, thenClear.orElseThrow()),
                () -> terminal.say(Words.text("pack.originals")));
    }

    private void writeText(PackResult result) {
        terminal.out()
                .println(
                        Words.text(
                                "pack.done",
                                PrintableName.of(result.archive().toString()),
                                result.packed().size(),
                                Words.size(result.contentBytes()),
                                Words.size(result.archiveBytes())));
        result.proof()
                .ifPresent(
                        proof ->
                                terminal.out()
                                        .println(
                                                Words.text(
                                                        "pack.proved." + proof.readBack(),
                                                        proof.count(Verdict.IDENTICAL),
                                                        proof.entries().size())));
    }
}
