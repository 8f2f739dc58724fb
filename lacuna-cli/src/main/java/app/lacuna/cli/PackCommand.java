package app.lacuna.cli;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.base.ByteCount;
import app.lacuna.base.Secret;
import app.lacuna.base.StagedFile.Existing;
import app.lacuna.compression.Level;
import app.lacuna.failure.TargetExists;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.job.PackResult;
import app.lacuna.proof.Verdict;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.SelectionScanner;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** lacuna pack. */
@Command(name = "pack", sortOptions = false)
final class PackCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Parameters(paramLabel = "PATH", arity = "1..*")
    private List<Path> paths;

    @Option(names = "-o", paramLabel = "FILE", required = true)
    private Path output;

    @Option(names = "--cipher", paramLabel = "CIPHER", converter = CipherConverter.class)
    private Protection cipher = Protection.AES_256;

    @Option(names = "--no-password")
    private boolean noPassword;

    @Option(names = "--hide-names")
    private boolean hideNames;

    @Option(names = "--level", paramLabel = "LEVEL")
    private Level level = Level.BALANCED;

    @Option(names = "--on-existing", paramLabel = "RULE")
    private OnExisting onExisting = OnExisting.FAIL;

    @Option(names = "--no-proof")
    private boolean noProof;

    @Option(names = "--json")
    private boolean json;

    @Mixin private PasswordSource passwords;

    enum OnExisting {
        FAIL,
        REPLACE
    }

    PackCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        if (hideNames && noPassword) {
            throw new ParameterException(
                    spec.commandLine(), Words.text("pack.hide-needs-password"));
        }
        if (onExisting == OnExisting.FAIL && Files.exists(output, LinkOption.NOFOLLOW_LINKS)) {
            throw new TargetExists(output);
        }
        Optional<Secret> password =
                noPassword ? Optional.empty() : Optional.of(passwords.forPacking(terminal, output));
        try {
            PackResult result = pack(password);
            report(result);
            return (result.isComplete() ? ExitCode.DONE : ExitCode.INCOMPLETE).number();
        } finally {
            password.ifPresent(Secret::close);
        }
    }

    private PackResult pack(Optional<Secret> password) throws IOException {
        FileSelection selection = new SelectionScanner(terminal.cancel()).scan(paths);
        PackRequest request =
                new PackRequest(
                        selection,
                        output,
                        PackOptions.STANDARD
                                .withProtection(noPassword ? Protection.NONE : cipher)
                                .withNames(hideNames ? Names.HIDDEN : Names.VISIBLE)
                                .withLevel(level),
                        onExisting == OnExisting.REPLACE ? Existing.REPLACE : Existing.KEEP,
                        noProof ? AfterPacking.TRUST : AfterPacking.PROVE);
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return new PackJob(request, password, bar, terminal.cancel()).run();
        }
    }

    private void report(PackResult result) throws IOException {
        if (json) {
            Json.object(terminal.out(), out -> writeJson(out, result));
        } else {
            writeText(result);
        }
        for (LeftOut left : result.leftOut()) {
            terminal.say(
                    Words.text(
                            "pack.left-out",
                            PrintableName.of(left.source().toString()),
                            Words.text("left-out." + left.reason())));
        }
        result.renamed()
                .forEach(
                        renamed ->
                                terminal.say(
                                        Words.text(
                                                "pack.renamed",
                                                PrintableName.of(renamed.source().toString()),
                                                PrintableName.of(renamed.path()))));
        result.unsteady()
                .forEach(path -> terminal.say(Words.text("pack.unsteady", PrintableName.of(path))));
        changedSince(result);
        terminal.say(Words.text("pack.originals"));
    }

    private void changedSince(PackResult result) {
        result.proof().stream()
                .flatMap(proof -> proof.entries().stream())
                .filter(entry -> entry.verdict() != Verdict.IDENTICAL)
                .forEach(entry -> terminal.say(VerifyCommand.line(entry)));
    }

    private void writeText(PackResult result) {
        terminal.out()
                .println(
                        Words.text(
                                "pack.done",
                                PrintableName.of(result.archive().toString()),
                                result.packed().size(),
                                ByteCount.inWords(result.contentBytes()),
                                ByteCount.inWords(result.archiveBytes())));
        result.proof()
                .ifPresent(
                        proof ->
                                terminal.out()
                                        .println(
                                                Words.text(
                                                        "pack.proved",
                                                        proof.count(Verdict.IDENTICAL),
                                                        proof.entries().size())));
    }

    private static void writeJson(JsonGenerator out, PackResult result) throws IOException {
        out.writeStringField("archive", result.archive().toString());
        out.writeNumberField("archiveBytes", result.archiveBytes());
        out.writeNumberField("items", result.packed().size());
        out.writeNumberField("contentBytes", result.contentBytes());
        out.writeBooleanField("complete", result.isComplete());
        out.writeArrayFieldStart("leftOut");
        for (LeftOut left : result.leftOut()) {
            out.writeStartObject();
            out.writeStringField("path", left.source().toString());
            out.writeStringField("reason", VerifyCommand.jsonName(left.reason()));
            out.writeEndObject();
        }
        out.writeEndArray();
        if (result.proof().isPresent()) {
            VerifyCommand.writeProof(out, result.proof().get());
        }
    }
}
