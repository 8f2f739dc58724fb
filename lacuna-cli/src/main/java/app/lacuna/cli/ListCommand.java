package app.lacuna.cli;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.common.Secret;
import app.lacuna.exposure.Exposure;
import app.lacuna.selection.FileItem;
import app.lacuna.verify.ProofJson;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.stream.Collectors;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** lacuna list. */
@Command(name = "list", sortOptions = false)
final class ListCommand implements Callable<Integer> {
    private static final DateTimeFormatter TIME =
            DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss").withZone(ZoneId.systemDefault());

    private final Terminal terminal;

    @Mixin private Opening opening;

    @Option(names = "--exposure")
    private boolean exposure;

    @Option(names = "--json")
    private boolean json;

    ListCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        try (ArchiveReader reader = opening.open()) {
            Opening.sayNote(reader, terminal);
            if (exposure) {
                new ExposureText(terminal).write(Exposure.of(reader.outside()), json);
                return ExitCode.DONE.number();
            }
            Optional<Secret> password = passwordIfHelpful(reader);
            if (password.isEmpty() && reader.needsPassword()) {
                write(reader.outside());
                return ExitCode.DONE.number();
            }
            try (OpenedArchive opened = Opened.open(reader, password, terminal)) {
                if (!opened.isChecked()) {
                    terminal.say(Words.text("list.unchecked"));
                }
                write(opened.listing());
            } finally {
                password.ifPresent(Secret::close);
            }
        }
        return ExitCode.DONE.number();
    }

    /** Names that are hidden need the password; others are there to be read. */
    private Optional<Secret> passwordIfHelpful(ArchiveReader reader) throws IOException {
        boolean hidden = reader.outside().names() == Names.HIDDEN;
        if (!opening.passwords().isGiven() && !hidden) {
            return Optional.empty();
        }
        Optional<Secret> password = opening.passwords().ifThereIsOne(terminal, opening.archive());
        if (password.isEmpty()) {
            terminal.say(Words.text("list.hidden"));
        }
        return password;
    }

    private void write(Listing listing) throws IOException {
        if (json) {
            Json.object(terminal.out(), out -> writeJson(out, listing));
        } else {
            writeText(listing);
        }
    }

    private void writeText(Listing listing) {
        Set<Integer> open =
                listing.unprotected().stream().map(ArchiveEntry::index).collect(Collectors.toSet());
        for (ArchiveEntry entry : listing.entries()) {
            terminal.out()
                    .printf(
                            "%14d  %s  %-11s  %s%n",
                            entry.size(),
                            TIME.format(entry.modified()),
                            Words.text("protection." + entry.protection()),
                            PrintableName.of(entry.path())
                                    + suffix(entry)
                                    + (open.contains(entry.index())
                                            ? Words.text("list.unprotected")
                                            : ""));
        }
        terminal.say(
                Words.text(
                        "list.sum",
                        listing.entries().size(),
                        Words.size(listing.totalBytes()),
                        Words.size(listing.archiveBytes())));
        if (!open.isEmpty()) {
            terminal.say(Words.text("list.unprotected-note", open.size()));
        }
    }

    private static String suffix(ArchiveEntry entry) {
        return switch (entry.kind()) {
            case FILE -> "";
            case FOLDER -> "/";
            case LINK -> Words.text("list.link");
        };
    }

    private static void writeJson(JsonGenerator out, Listing listing) throws IOException {
        out.writeStringField("archive", listing.archive().toString());
        out.writeNumberField("archiveBytes", listing.archiveBytes());
        out.writeNumberField("volumes", listing.volumes());
        out.writeStringField("comment", listing.comment());
        out.writeStringField("names", ProofJson.name(listing.names()));
        out.writeArrayFieldStart("entries");
        for (ArchiveEntry entry : listing.entries()) {
            out.writeStartObject();
            out.writeStringField("path", entry.path());
            out.writeStringField("kind", ProofJson.name(entry.kind()));
            out.writeNumberField("size", entry.size());
            out.writeNumberField("packedSize", entry.packedSize());
            out.writeStringField("modified", entry.modified().toString());
            if (entry.permissions() != FileItem.NO_PERMISSIONS) {
                out.writeStringField("permissions", String.format("%03o", entry.permissions()));
            }
            out.writeStringField("protection", ProofJson.name(entry.protection()));
            out.writeStringField("method", entry.method());
            out.writeEndObject();
        }
        out.writeEndArray();
    }
}
