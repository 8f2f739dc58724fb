package app.lacuna.verify;

import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.Locale;

/** A report as JSON (RFC 8259), for other programs to read. */
public final class ProofJson {
    private ProofJson() {}

    /** As a field "proof" of the object that is open. */
    public static void write(JsonGenerator out, ProofReport report) throws IOException {
        out.writeObjectFieldStart("proof");
        out.writeBooleanField("archiveIsWhole", report.archiveIsWhole());
        for (Verdict verdict : Verdict.values()) {
            out.writeNumberField(name(verdict), report.count(verdict));
        }
        out.writeArrayFieldStart("entries");
        for (ProofEntry entry : report.entries()) {
            out.writeStartObject();
            out.writeStringField("path", entry.path());
            out.writeStringField("verdict", name(entry.verdict()));
            if (entry.sha256().isPresent()) {
                out.writeStringField("sha256", entry.sha256().get());
            }
            out.writeEndObject();
        }
        out.writeEndArray();
        out.writeEndObject();
    }

    /** As constants are written in JSON everywhere here: small, with hyphens. */
    public static String name(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
