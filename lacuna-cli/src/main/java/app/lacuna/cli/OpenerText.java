package app.lacuna.cli;

import app.lacuna.job.OpenerJob;
import app.lacuna.opener.OpenerKind;
import app.lacuna.opener.OpenerPage;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.Locale;

/** Tells of an opener page that was written. */
final class OpenerText {
    private OpenerText() {}

    static void write(Terminal terminal, OpenerJob.Result page) {
        terminal.out()
                .println(
                        Words.text(
                                "opener.done." + page.kind(),
                                PrintableName.of(page.page().toString()),
                                Words.size(page.bytes())));
        terminal.out().println(Words.text("opener.sha256", page.sha256()));
        terminal.say(Words.text("opener.trust"));
        if (page.kind() == OpenerKind.INSIDE && page.bytes() / 4 * 3 > OpenerPage.OFFERED_BYTES) {
            terminal.say(Words.text("opener.large", Words.size(OpenerPage.OFFERED_BYTES)));
        }
    }

    static void writeJson(JsonGenerator out, OpenerJob.Result page) throws IOException {
        out.writeObjectFieldStart("opener");
        out.writeStringField("page", page.page().toString());
        out.writeStringField("kind", page.kind().name().toLowerCase(Locale.ROOT));
        out.writeNumberField("bytes", page.bytes());
        out.writeStringField("sha256", page.sha256());
        out.writeEndObject();
    }
}
