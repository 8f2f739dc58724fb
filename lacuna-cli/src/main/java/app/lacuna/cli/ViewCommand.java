package app.lacuna.cli;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.selection.ItemKind;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** lacuna view. */
@Command(name = "view", sortOptions = false)
final class ViewCommand implements Callable<Integer> {
    private static final int BUFFER_BYTES = 1 << 16;

    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private Opening opening;

    @Parameters(paramLabel = "${bundle:param.ENTRY}", index = "1", descriptionKey = "view.entry")
    private String path;

    @Option(names = "--unprotected", descriptionKey = "unprotected")
    private boolean unprotected;

    ViewCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        try (Opened opened = Opened.of(opening, terminal)) {
            OpenedArchive reader = opened.archive();
            ArchiveEntry entry = entry(reader.listing().entries());
            reader.check(progress -> {}, terminal.cancel());
            if (entry.standsOpen() && reader.listing().needsPassword() && !unprotected) {
                terminal.say(Words.text("view.unprotected"));
                return ExitCode.DAMAGED.number();
            }
            try (InputStream in = reader.open(entry)) {
                copy(in);
            }
            return ExitCode.DONE.number();
        }
    }

    private ArchiveEntry entry(List<ArchiveEntry> entries) {
        return entries.stream()
                .filter(entry -> entry.path().equals(path) && entry.kind() != ItemKind.FOLDER)
                .findFirst()
                .orElseThrow(
                        () ->
                                new ParameterException(
                                        spec.commandLine(), Words.text("view.no-such-file")));
    }

    /** Byte for byte. What comes out is trusted only when the command has ended well. */
    private void copy(InputStream in) throws IOException {
        byte[] buffer = new byte[BUFFER_BYTES];
        int count;
        while ((count = in.read(buffer)) >= 0) {
            terminal.cancel().check();
            terminal.out().write(buffer, 0, count);
            if (terminal.hasLostOutput()) {
                break; // nobody reads any more, or there is no room: said at the end
            }
        }
        terminal.out().flush();
        java.util.Arrays.fill(buffer, (byte) 0);
    }
}
