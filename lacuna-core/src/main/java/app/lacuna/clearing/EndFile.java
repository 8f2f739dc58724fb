package app.lacuna.clearing;

import static java.util.Objects.requireNonNull;
import static java.util.stream.Collectors.joining;

import app.lacuna.clearing.ReadableFile.Sort;
import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.StringWriter;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * Reads and writes the file of a loose end, which is named after its id. Each line is a JSON object
 * (RFC 8259): the first describes the loose end, the others one file each. Paths are "file:" URIs
 * (RFC 8089), because a file name may contain bytes that are no text.
 */
final class EndFile {
    static final String ENDING = ".end";

    private static final JsonFactory JSON = new JsonFactory();

    private EndFile() {}

    static byte[] bytes(LooseEnd end) throws IOException {
        StringWriter text = new StringWriter();
        try (JsonGenerator out = JSON.createGenerator(text)) {
            out.writeStartObject();
            out.writeStringField("id", end.id());
            out.writeStringField("kind", end.kind().name());
            optional(out, "archive", end.archive().map(EndFile::address));
            optional(out, "fingerprint", end.fingerprint());
            out.writeStringField("count", String.valueOf(end.files().size()));
            out.writeStringField("since", end.since().toString());
            optional(out, "proved", end.proved().map(Instant::toString));
            out.writeStringField(
                    "volumes", end.volumes().stream().map(EndFile::address).collect(joining(" ")));
            out.writeStringField("wanted", String.valueOf(end.wanted()));
            out.writeEndObject();
            for (ReadableFile file : end.files()) {
                out.writeRaw('\n');
                write(out, file);
            }
        }
        return text.toString().getBytes(StandardCharsets.UTF_8);
    }

    private static void write(JsonGenerator out, ReadableFile file) throws IOException {
        out.writeStartObject();
        out.writeStringField("path", address(file.path()));
        out.writeStringField("entry", file.entry());
        out.writeStringField("sort", file.sort().name());
        out.writeStringField("size", String.valueOf(file.size()));
        out.writeStringField("modified", file.modified().toString());
        optional(out, "key", file.key());
        optional(out, "sha256", file.sha256());
        optional(out, "trash", file.inTrash().map(trash -> address(trash.file())));
        optional(out, "info", file.inTrash().map(trash -> address(trash.info())));
        out.writeEndObject();
    }

    private static void optional(JsonGenerator out, String name, Optional<String> value)
            throws IOException {
        if (value.isPresent()) {
            out.writeStringField(name, value.get());
        }
    }

    /** Returns the URI without the slash that an existing folder gets at its end. */
    static String address(Path path) {
        String address = path.toUri().toString();
        boolean slash = address.endsWith("/") && path.getNameCount() > 0;
        return slash ? address.substring(0, address.length() - 1) : address;
    }

    static Path path(String address) {
        return Path.of(URI.create(address));
    }

    /**
     * The readable part of a record.
     *
     * @param end without the files whose lines cannot be read
     * @param whole whether every line of it could be read, and none is missing
     */
    record Content(LooseEnd end, boolean whole) {}

    /** Empty if its first line cannot be understood. */
    static Optional<Content> read(Path place) throws IOException {
        try (BufferedReader lines = Files.newBufferedReader(place, StandardCharsets.UTF_8)) {
            String first = lines.readLine();
            if (first == null) {
                return Optional.empty();
            }
            List<ReadableFile> files = new ArrayList<>();
            long count = 0;
            String line;
            while ((line = lines.readLine()) != null) {
                file(line).ifPresent(files::add);
                count++;
            }
            String id = id(place);
            boolean whole = files.size() == count && isConsistent(first, id, count);
            return head(first, id, files).map(end -> new Content(end, whole));
        }
    }

    /** What holds for all of it, without its files. */
    static Optional<LooseEnd> head(Path place) throws IOException {
        try (BufferedReader lines = Files.newBufferedReader(place, StandardCharsets.UTF_8)) {
            String first = lines.readLine();
            return first == null ? Optional.empty() : head(first, id(place), List.of());
        }
    }

    /** Returns the id from the file name, because a damaged id must not lead to another file. */
    private static String id(Path place) {
        String name = place.getFileName().toString();
        return name.substring(0, name.length() - ENDING.length());
    }

    /** Compares the id and the number of lines with the first line; old records have no number. */
    private static boolean isConsistent(String first, String id, long count) {
        try {
            Map<String, String> head = fields(first);
            String lines = head.get("count");
            return id.equals(head.get("id"))
                    && (lines == null || lines.equals(String.valueOf(count)));
        } catch (IOException e) {
            return false;
        }
    }

    /** Empty if it is damaged, or another version of this program has written it. */
    private static Optional<LooseEnd> head(String line, String id, List<ReadableFile> files) {
        try {
            Map<String, String> head = fields(line);
            return Optional.of(
                    new LooseEnd(
                            id,
                            LooseEnd.Kind.valueOf(requireNonNull(head.get("kind"))),
                            Optional.ofNullable(head.get("archive")).map(EndFile::path),
                            Optional.ofNullable(head.get("fingerprint")),
                            Instant.parse(head.get("since")),
                            Optional.ofNullable(head.get("proved")).map(Instant::parse),
                            volumes(head.getOrDefault("volumes", "")),
                            Boolean.parseBoolean(head.get("wanted")),
                            files));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    /** In an address a blank is written with a percent sign. */
    private static List<Path> volumes(String addresses) {
        return addresses.isEmpty()
                ? List.of()
                : Stream.of(addresses.split(" ")).map(EndFile::path).toList();
    }

    private static Optional<ReadableFile> file(String line) {
        try {
            Map<String, String> fields = fields(line);
            Optional<InTrash> trash =
                    fields.containsKey("trash")
                            ? Optional.of(
                                    new InTrash(
                                            path(fields.get("trash")),
                                            path(requireNonNull(fields.get("info")))))
                            : Optional.empty();
            return Optional.of(
                    new ReadableFile(
                            path(requireNonNull(fields.get("path"))),
                            requireNonNull(fields.get("entry")),
                            Sort.valueOf(requireNonNull(fields.get("sort"))),
                            Long.parseLong(fields.get("size")),
                            Instant.parse(fields.get("modified")),
                            Optional.ofNullable(fields.get("key")),
                            Optional.ofNullable(fields.get("sha256")),
                            trash));
        } catch (IOException | RuntimeException e) {
            return Optional.empty();
        }
    }

    static Map<String, String> fields(String text) throws IOException {
        Map<String, String> fields = new HashMap<>();
        try (JsonParser in = JSON.createParser(text)) {
            in.nextToken();
            while (in.nextToken() == JsonToken.FIELD_NAME) {
                String name = in.currentName();
                in.nextToken();
                fields.put(name, in.getText());
                in.skipChildren();
            }
        }
        return fields;
    }
}
