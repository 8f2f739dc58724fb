package app.lacuna.cli;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** Writes one JSON value to standard output. */
final class Json {
    private Json() {}

    @FunctionalInterface
    interface Body {
        void write(JsonGenerator json) throws IOException;
    }

    /** An object, followed by the end of the line. The stream stays open. */
    static void object(OutputStream out, Body body) throws IOException {
        try (JsonGenerator json =
                new JsonFactory()
                        .createGenerator(out)
                        .disable(JsonGenerator.Feature.AUTO_CLOSE_TARGET)
                        .useDefaultPrettyPrinter()) {
            json.writeStartObject();
            body.write(json);
            json.writeEndObject();
        }
        out.write("\n".getBytes(StandardCharsets.UTF_8));
        out.flush();
    }
}
