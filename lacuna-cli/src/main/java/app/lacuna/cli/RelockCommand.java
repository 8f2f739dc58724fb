package app.lacuna.cli;

import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.base.Secret;
import app.lacuna.job.RelockJob;
import app.lacuna.job.RelockRequest;
import app.lacuna.job.RewriteResult;
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
            paramLabel = "SOURCE",
            converter = PasswordSource.PlaceConverter.class)
    private PasswordSource.Place newPassword;

    @Option(names = "--keep-password")
    private boolean keepPassword;

    @Option(names = "--no-password")
    private boolean noPassword;

    @Option(names = "--cipher", paramLabel = "CIPHER", converter = CipherConverter.class)
    private Optional<Protection> cipher = Optional.empty();

    @Option(names = "--hide-names")
    private boolean hideNames;

    @Option(names = "--show-names")
    private boolean showNames;

    @Option(names = "--hint", paramLabel = "TEXT")
    private Optional<String> hint = Optional.empty();

    @Option(names = "-o", paramLabel = "FILE")
    private Optional<Path> output = Optional.empty();

    RelockCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        requireSense();
        try (Unlocked unlocked = Unlocked.of(opening, terminal)) {
            RelockRequest request = request(unlocked.reader().listing());
            if (keepPassword && unlocked.password().isEmpty()) {
                throw wrong("relock.no-password-to-keep");
            }
            Optional<Secret> after = passwordAfter(unlocked);
            try {
                RewriteResult result = write(request, unlocked.password(), after);
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
        return new RelockRequest(
                opening.archive(), output.orElse(opening.archive()), after, names, hint);
    }

    private Optional<Secret> passwordAfter(Unlocked unlocked) throws IOException {
        if (noPassword) {
            return Optional.empty();
        }
        if (keepPassword) {
            return unlocked.password().map(Secret::copy);
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
