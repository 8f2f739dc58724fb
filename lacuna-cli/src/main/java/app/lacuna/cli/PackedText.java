package app.lacuna.cli;

import app.lacuna.extract.Outlook;
import app.lacuna.job.PackResult;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.LeftOut;
import app.lacuna.verify.ProofJson;
import app.lacuna.verify.Verdict;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;

/** What is said of what was packed, whatever it was packed into. */
final class PackedText {
    private PackedText() {}

    static void sayWhatWillNotComeOut(Terminal terminal, FileSelection selection) {
        selection
                .linkRoots()
                .forEach(
                        link ->
                                terminal.say(
                                        Words.text(
                                                "pack.link-root",
                                                PrintableName.of(link.toString()))));
        for (Outlook.Concern concern : Outlook.of(selection)) {
            terminal.say(
                    Words.text(
                            "outlook." + concern.trouble(),
                            PrintableName.of(concern.item().path())));
        }
    }

    /** What is missing, has another name or changed meanwhile. */
    static void sayWhatIsNotAsItWas(Terminal terminal, PackResult result) {
        Rewritten.reportLeftOut(terminal, result.leftOut());
        result.renamed()
                .forEach(
                        renamed ->
                                terminal.say(
                                        Words.text(
                                                "pack.renamed." + renamed.reason(),
                                                PrintableName.of(renamed.source().toString()),
                                                PrintableName.of(renamed.path()))));
        result.unsteady()
                .forEach(path -> terminal.say(Words.text("pack.unsteady", PrintableName.of(path))));
        changedSince(terminal, result);
    }

    private static void changedSince(Terminal terminal, PackResult result) {
        result.proof().stream()
                .flatMap(proof -> proof.entries().stream())
                .filter(entry -> entry.verdict() != Verdict.IDENTICAL)
                .forEach(entry -> terminal.say(VerifyCommand.line(entry)));
    }

    static void writeJson(JsonGenerator out, PackResult result) throws IOException {
        out.writeStringField("archive", result.archive().toString());
        out.writeArrayFieldStart("files");
        for (Path file : result.files()) {
            out.writeString(file.toString());
        }
        out.writeEndArray();
        out.writeNumberField("archiveBytes", result.archiveBytes());
        out.writeNumberField("items", result.packed().size());
        out.writeNumberField("contentBytes", result.contentBytes());
        out.writeBooleanField("complete", result.isComplete());
        out.writeArrayFieldStart("leftOut");
        for (LeftOut left : result.leftOut()) {
            out.writeStartObject();
            out.writeStringField("path", left.source().toString());
            out.writeStringField("reason", ProofJson.name(left.reason()));
            out.writeEndObject();
        }
        out.writeEndArray();
        if (result.proof().isPresent()) {
            ProofJson.write(out, result.proof().get());
        }
    }
}
