package app.lacuna.cli;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.ArchiveReader;
import app.lacuna.archive.Listing;
import app.lacuna.archive.Names;
import app.lacuna.base.ByteCount;
import app.lacuna.base.Secret;
import app.lacuna.exposure.Exposure;
import app.lacuna.selection.FileItem;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import java.util.concurrent.Callable;
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
                new ExposureText(terminal).write(Exposure.of(reader), json);
                return ExitCode.DONE.number();
            }
            unlockIfHelpful(reader);
            Listing listing = reader.listing();
            if (json) {
                Json.object(terminal.out(), out -> writeJson(out, listing));
            } else {
                writeText(listing);
            }
        }
        return ExitCode.DONE.number();
    }

    /** Names that are hidden need the password; others are there to be read. */
    private void unlockIfHelpful(ArchiveReader reader) throws IOException {
        boolean hidden = reader.listing().names() == Names.HIDDEN;
        Optional<Secret> password =
                opening.passwords().isGiven() || hidden
                        ? opening.passwords().ifThereIsOne(terminal, opening.archive())
                        : Optional.empty();
        if (password.isPresent()) {
            try (Secret secret = password.get()) {
                reader.unlock(secret);
            }
        } else if (hidden) {
            terminal.say(Words.text("list.hidden"));
        }
        if (reader.isUnlocked() && !reader.isChecked()) {
            terminal.say(Words.text("list.unchecked"));
        }
    }

    private void writeText(Listing listing) {
        for (ArchiveEntry entry : listing.entries()) {
            terminal.out()
                    .printf(
                            "%14d  %s  %-11s  %s%n",
                            entry.size(),
                            TIME.format(entry.modified()),
                            Words.text("protection." + entry.protection()),
                            PrintableName.of(entry.path()) + suffix(entry));
        }
        terminal.say(
                Words.text(
                        "list.sum",
                        listing.entries().size(),
                        ByteCount.inWords(listing.totalBytes()),
                        ByteCount.inWords(listing.archiveBytes())));
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
        out.writeStringField("names", VerifyCommand.jsonName(listing.names()));
        out.writeArrayFieldStart("entries");
        for (ArchiveEntry entry : listing.entries()) {
            out.writeStartObject();
            out.writeStringField("path", entry.path());
            out.writeStringField("kind", VerifyCommand.jsonName(entry.kind()));
            out.writeNumberField("size", entry.size());
            out.writeNumberField("packedSize", entry.packedSize());
            out.writeStringField("modified", entry.modified().toString());
            if (entry.permissions() != FileItem.NO_PERMISSIONS) {
                out.writeStringField("permissions", String.format("%03o", entry.permissions()));
            }
            out.writeStringField("protection", VerifyCommand.jsonName(entry.protection()));
            out.writeStringField("method", entry.method());
            out.writeEndObject();
        }
        out.writeEndArray();
    }
}
