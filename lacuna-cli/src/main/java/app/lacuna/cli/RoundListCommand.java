package app.lacuna.cli;

import app.lacuna.error.DestinationMissing;
import app.lacuna.generations.Generation;
import app.lacuna.job.Moment;
import app.lacuna.rounds.Round;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** lacuna round list. */
@Command(name = "list", sortOptions = false)
final class RoundListCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Option(names = "--json", descriptionKey = "round.json")
    private boolean json;

    RoundListCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        List<Round> backups =
                NamedRound.rounds().rounds().stream()
                        .filter(round -> round.backup().isPresent())
                        .toList();
        if (json) {
            Json.object(
                    terminal.out(),
                    out -> {
                        out.writeArrayFieldStart("rounds");
                        for (Round round : backups) {
                            out.writeStartObject();
                            out.writeStringField("name", round.name());
                            out.writeStringField("folder", round.generations().toString());
                            out.writeEndObject();
                        }
                        out.writeEndArray();
                    });
            return ExitCode.DONE.number();
        }
        for (Round round : backups) {
            terminal.out().println(line(round));
        }
        if (backups.isEmpty()) {
            terminal.say(Words.text("round.list.none"));
        }
        return ExitCode.DONE.number();
    }

    private static String due(Round round, Instant last) {
        return round.backup()
                .orElseThrow()
                .dueAt(Optional.of(last))
                .map(
                        when ->
                                Words.text(
                                        when.isBefore(Instant.now())
                                                ? "round.list.due"
                                                : "round.list.next",
                                        RoundText.time(when)))
                .orElse("");
    }

    private static String line(Round round) throws IOException {
        String name = PrintableName.of(round.name());
        String folder = PrintableName.of(round.generations().toString());
        try {
            List<Generation> all = Moment.store(round).present();
            if (!all.isEmpty()) {
                Generation last = all.get(all.size() - 1);
                String due = due(round, last.sameUntil());
                return Words.text(
                        "round.list.line",
                        name,
                        folder,
                        all.size(),
                        RoundText.time(last.sameUntil()),
                        due);
            }
        } catch (DestinationMissing e) {
            if (round.backup().orElseThrow().begun()) {
                return Words.text("round.list.away", name, folder);
            }
        }
        return Words.text("round.list.new", name, folder);
    }
}
