package app.lacuna.cli;

import app.lacuna.clearing.InTrash;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.looseends.LooseEnds;
import app.lacuna.looseends.Seen;
import app.lacuna.trash.Trashes;
import app.lacuna.verify.ProofJson;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** lacuna loose-ends. */
@Command(name = "loose-ends", sortOptions = false)
final class LooseEndsCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Option(names = "--json", descriptionKey = "json")
    private boolean json;

    LooseEndsCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        List<Seen> all = new LooseEnds(Trashes.ofThisSystem()).look(terminal.cancel());
        boolean damaged = DamagedRecords.say(terminal);
        if (json) {
            Json.object(terminal.out(), out -> writeJson(out, all));
        } else if (!all.isEmpty() || !damaged) {
            writeText(all);
        }
        return (damaged ? ExitCode.INCOMPLETE : ExitCode.DONE).number();
    }

    /** Grouped by archive, the oldest first. */
    private void writeText(List<Seen> all) {
        if (all.isEmpty()) {
            terminal.out().println(Words.text("loose.none"));
            return;
        }
        Map<Optional<Path>, StringBuilder> groups = new LinkedHashMap<>();
        for (Seen seen : all) {
            groups.computeIfAbsent(seen.end().archive(), archive -> new StringBuilder())
                    .append("  ")
                    .append(line(seen))
                    .append(System.lineSeparator());
        }
        groups.forEach(
                (archive, lines) -> {
                    terminal.out()
                            .println(
                                    archive.map(path -> PrintableName.of(path.toString()))
                                            .orElse(Words.text("loose.no-archive")));
                    terminal.out().print(lines);
                });
        List<Seen> open = all.stream().filter(seen -> !seen.end().wanted()).toList();
        terminal.out()
                .println(Words.text("loose.sum", open.size(), Words.size(LooseEnds.bytes(all))));
    }

    private static String line(Seen seen) {
        LooseEnd end = seen.end();
        long days = Math.max(0, Duration.between(end.since(), Instant.now()).toDays());
        String what =
                Words.text(
                        "loose." + end.kind(),
                        seen.in(Seen.State.THERE).size()
                                + seen.in(Seen.State.CHANGED).size()
                                + seen.in(Seen.State.IN_TRASH).size()
                                + seen.in(Seen.State.AWAY).size(),
                        PrintableName.of(seen.all().get(0).path().toString()),
                        Words.size(seen.bytes()),
                        days);
        String notes = "";
        for (Seen.State state : Seen.State.values()) {
            if (state != Seen.State.THERE && seen.has(state)) {
                notes += Words.text("loose.state." + state, seen.in(state).size());
            }
        }
        return what + notes + (end.wanted() ? Words.text("loose.wanted") : "");
    }

    private static void writeJson(JsonGenerator out, List<Seen> all) throws IOException {
        out.writeNumberField("bytes", LooseEnds.bytes(all));
        out.writeNumberField("damagedRecords", LooseEnds.damagedRecords().size());
        out.writeArrayFieldStart("looseEnds");
        for (Seen seen : all) {
            LooseEnd end = seen.end();
            out.writeStartObject();
            out.writeStringField("kind", ProofJson.name(end.kind()));
            if (end.archive().isPresent()) {
                out.writeStringField("archive", end.archive().get().toString());
            }
            out.writeStringField("since", end.since().toString());
            out.writeBooleanField("wanted", end.wanted());
            out.writeArrayFieldStart("files");
            for (Seen.SeenFile file : seen.files()) {
                out.writeStartObject();
                Path place = file.file().inTrash().map(InTrash::file).orElse(file.file().path());
                out.writeStringField("path", place.toString());
                out.writeStringField("sort", ProofJson.name(file.file().sort()));
                out.writeStringField("state", ProofJson.name(file.state()));
                out.writeNumberField("size", file.file().size());
                out.writeEndObject();
            }
            out.writeEndArray();
            out.writeEndObject();
        }
        out.writeEndArray();
    }
}
