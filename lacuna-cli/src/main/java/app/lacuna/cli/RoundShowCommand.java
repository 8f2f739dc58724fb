package app.lacuna.cli;

import app.lacuna.common.Secret;
import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.generations.Manifest;
import app.lacuna.generations.ManifestLine;
import app.lacuna.job.Moment;
import java.io.IOException;
import java.nio.file.Files;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna round show. */
@Command(name = "show", sortOptions = false)
final class RoundShowCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Mixin private NamedRound named;

    @Option(names = "--at", paramLabel = "${bundle:param.WHEN}", descriptionKey = "round.show.at")
    private Optional<String> at = Optional.empty();

    @Option(names = "--json", descriptionKey = "round.json")
    private boolean json;

    @Mixin private PasswordSource passwords;

    RoundShowCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        GenerationStore store = named.store();
        if (at.isPresent()) {
            return moment(store, named.at(store, at.get()));
        }
        if (json) {
            writeJson(store);
        } else {
            for (Generation each : store.listed()) {
                terminal.out().println(RoundText.line(each));
            }
        }
        return (store.missing().isEmpty() ? ExitCode.DONE : ExitCode.INCOMPLETE).number();
    }

    private void writeJson(GenerationStore store) throws IOException {
        Json.object(
                terminal.out(),
                out -> {
                    out.writeStringField("folder", store.folder().toString());
                    out.writeArrayFieldStart("generations");
                    for (Generation each : store.listed()) {
                        out.writeStartObject();
                        out.writeStringField("id", each.id());
                        out.writeStringField("time", each.time().toString());
                        out.writeStringField("unchangedUntil", each.sameUntil().toString());
                        out.writeStringField("kind", each.kind().name());
                        out.writeStringField("file", each.file().getFileName().toString());
                        out.writeBooleanField("there", Files.isRegularFile(each.file()));
                        out.writeEndObject();
                    }
                    out.writeEndArray();
                });
    }

    private int moment(GenerationStore store, Generation generation) throws IOException {
        Manifest manifest;
        try (Secret password = passwords.forOpening(terminal, generation.file());
                ProgressBar bar = new ProgressBar(terminal)) {
            manifest = Moment.manifest(store, generation, password, bar, terminal.cancel());
        }
        for (ManifestLine line : manifest.lines()) {
            terminal.out()
                    .printf(
                            "%14d  %s  %s  %s%n",
                            line.size(),
                            RoundText.time(line.modified()),
                            line.generation(),
                            PrintableName.of(line.path()));
        }
        terminal.say(
                Words.text(
                        "round.show.sum",
                        manifest.lines().size(),
                        Words.size(manifest.contentBytes()),
                        RoundText.time(generation.time())));
        return ExitCode.DONE.number();
    }
}
