package app.lacuna.cli;

import static java.util.Objects.requireNonNull;

import app.lacuna.exposure.Changeable;
import app.lacuna.exposure.Exposure;
import app.lacuna.exposure.Opener;
import app.lacuna.exposure.Readable;
import app.lacuna.exposure.SeenEntry;
import app.lacuna.verify.ProofJson;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;

/** What a stranger sees, as text or as JSON. */
final class ExposureText {
    private static final int ENTRIES_AT_MOST = 20;

    private final Terminal terminal;

    ExposureText(Terminal terminal) {
        this.terminal = terminal;
    }

    void write(Exposure exposure, boolean json) throws IOException {
        if (json) {
            Json.object(terminal.out(), out -> writeJson(out, exposure));
        } else {
            lines(exposure).forEach(terminal.out()::println);
        }
    }

    private static Stream<String> lines(Exposure exposure) {
        Stream.Builder<String> lines = Stream.builder();
        lines.add(Words.text("exposure.sees"));
        for (Readable readable : Readable.values()) {
            if (exposure.readable().contains(readable)) {
                lines.add("  " + readableLine(exposure, readable));
            }
        }
        List<SeenEntry> entries = exposure.entries();
        entries.stream().limit(ENTRIES_AT_MOST).forEach(entry -> lines.add("    " + line(entry)));
        if (entries.size() > ENTRIES_AT_MOST) {
            lines.add("    " + Words.text("exposure.more", entries.size() - ENTRIES_AT_MOST));
        }
        lines.add(Words.text("exposure.changes"));
        for (Changeable changeable : Changeable.values()) {
            if (exposure.changeable().contains(changeable)) {
                lines.add("  " + Words.text("changeable." + changeable));
            }
        }
        lines.add(Words.text("exposure.opens"));
        for (Opener opener : Opener.values()) {
            String reach = Words.text("reach." + exposure.openers().get(opener));
            lines.add("  " + Words.text("opener." + opener, reach));
        }
        return lines.build();
    }

    private static String readableLine(Exposure exposure, Readable readable) {
        return switch (readable) {
            case ARCHIVE_NAME ->
                    Words.text("readable." + readable, PrintableName.of(exposure.archiveName()));
            case ARCHIVE_SIZE ->
                    exposure.archiveBytes().isPresent()
                            ? Words.text(
                                    "readable." + readable,
                                    Words.size(exposure.archiveBytes().getAsLong()))
                            : Words.text("readable.ARCHIVE_SIZE.later");
            case NOTE -> Words.text("readable." + readable, PrintableName.of(exposure.note()));
            case COUNT -> Words.text("readable." + readable, exposure.entries().size());
            default -> Words.text("readable." + readable);
        };
    }

    private static String line(SeenEntry entry) {
        String size = entry.size().isPresent() ? Words.size(entry.size().getAsLong()) : "?";
        return String.format(
                "%12s  %s  %s", size, entry.modified().toString(), PrintableName.of(entry.path()));
    }

    private static void writeJson(JsonGenerator out, Exposure exposure) throws IOException {
        out.writeStringField("archiveName", exposure.archiveName());
        if (exposure.archiveBytes().isPresent()) {
            out.writeNumberField("archiveBytes", exposure.archiveBytes().getAsLong());
        }
        out.writeStringField("note", exposure.note());
        writeNames(
                out,
                "readable",
                Stream.of(Readable.values()).filter(exposure.readable()::contains));
        writeNames(
                out,
                "changeable",
                Stream.of(Changeable.values()).filter(exposure.changeable()::contains));
        out.writeObjectFieldStart("openers");
        for (Opener opener : Opener.values()) {
            out.writeStringField(
                    ProofJson.name(opener),
                    ProofJson.name(requireNonNull(exposure.openers().get(opener))));
        }
        out.writeEndObject();
        out.writeArrayFieldStart("entries");
        for (SeenEntry entry : exposure.entries()) {
            out.writeStartObject();
            out.writeStringField("path", entry.path());
            out.writeStringField("kind", ProofJson.name(entry.kind()));
            if (entry.size().isPresent()) {
                out.writeNumberField("size", entry.size().getAsLong());
            }
            if (entry.packedSize().isPresent()) {
                out.writeNumberField("packedSize", entry.packedSize().getAsLong());
            }
            out.writeStringField("modified", entry.modified().toString());
            out.writeBooleanField("checksum", entry.checksum());
            out.writeEndObject();
        }
        out.writeEndArray();
    }

    private static void writeNames(JsonGenerator out, String field, Stream<? extends Enum<?>> names)
            throws IOException {
        out.writeArrayFieldStart(field);
        for (Enum<?> name : (Iterable<Enum<?>>) names.<Enum<?>>map(n -> n)::iterator) {
            out.writeString(ProofJson.name(name));
        }
        out.writeEndArray();
    }
}
