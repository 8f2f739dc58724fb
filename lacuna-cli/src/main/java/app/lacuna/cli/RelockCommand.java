package app.lacuna.cli;

import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.job.RelockJob;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteResult;
import app.lacuna.job.RewriteTarget;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** lacuna relock. */
@Command(name = "relock", sortOptions = false)
final class RelockCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private Opening opening;

    @Option(
            names = "--new-password-from",
            paramLabel = "${bundle:param.SOURCE}",
            converter = PasswordSource.PlaceConverter.class)
    private PasswordSource.Place newPassword;

    @Option(names = "--keep-password")
    private boolean keepPassword;

    @Option(names = "--no-password")
    private boolean noPassword;

    @Option(
            names = "--cipher",
            paramLabel = "${bundle:param.CIPHER}",
            converter = CipherConverter.class)
    private Optional<Protection> cipher = Optional.empty();

    @Option(names = "--hide-names")
    private boolean hideNames;

    @Option(names = "--show-names")
    private boolean showNames;

    @Option(names = "--hint", paramLabel = "${bundle:param.TEXT}")
    private Optional<String> hint = Optional.empty();

    @Option(names = "-o", paramLabel = "${bundle:param.FILE}")
    private Optional<Path> output = Optional.empty();

    @Mixin private Replacing replacing;

    @Option(names = "--work-in", paramLabel = "${bundle:param.FOLDER}", descriptionKey = "work-in")
    private Optional<Path> workplace = Optional.empty();

    RelockCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        requireSense();
        try (Opened opened = Opened.of(opening, terminal)) {
            RelockRequest request = request(opened.archive().listing());
            if (keepPassword && opened.password().isEmpty()) {
                throw wrong("relock.no-password-to-keep");
            }
            Optional<Secret> after = passwordAfter(opened);
            try {
                RewriteResult result = write(request, opened.password(), after);
                Rewritten.report(terminal, result);
                terminal.say(Words.text("relock.copies"));
                return ExitCode.DONE.number();
            } finally {
                after.ifPresent(Secret::close);
            }
        }
    }

    private void requireSense() {
        if (noPassword && (keepPassword || newPassword != null || cipher.isPresent())) {
            throw wrong("relock.one-password");
        }
        if (keepPassword && newPassword != null) {
            throw wrong("relock.one-password");
        }
        if (hideNames && (showNames || noPassword)) {
            throw wrong(noPassword ? "pack.hide-needs-password" : "relock.names");
        }
        if (cipher.filter(chosen -> chosen == Protection.TRADITIONAL).isPresent()) {
            throw wrong("relock.weak");
        }
        if (hint.isPresent() && !PackOptions.isUsableNote(hint.get())) {
            throw wrong("pack.hint-unusable");
        }
    }

    private ParameterException wrong(String key) {
        return new ParameterException(spec.commandLine(), Words.text(key));
    }

    /** What is not said stays as it is; only weak or missing protection becomes the usual one. */
    private RelockRequest request(Listing listing) {
        Protection before = listing.weakestProtection();
        Protection usual = before.strength().isPresent() ? before : Protection.AES_256;
        Protection after = noPassword ? Protection.NONE : cipher.orElse(usual);
        boolean hidden = hideNames || (!showNames && listing.names() == Names.HIDDEN);
        Names names = hidden && !noPassword ? Names.HIDDEN : Names.VISIBLE;
        RewriteTarget where =
                new RewriteTarget(
                        opening.archive(),
                        output.orElse(opening.archive()),
                        replacing.rule(),
                        workplace);
        return new RelockRequest(where, after, names, hint);
    }

    private Optional<Secret> passwordAfter(Opened opened) throws IOException {
        if (noPassword) {
            return Optional.empty();
        }
        if (keepPassword) {
            return opened.password().map(Secret::copy);
        }
        return Optional.of(new PasswordSource(newPassword).forPacking(terminal, opening.archive()));
    }

    private RewriteResult write(
            RelockRequest request, Optional<Secret> before, Optional<Secret> after)
            throws IOException {
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return new RelockJob(request, bar, terminal.cancel()).run(before, after);
        }
    }
}
