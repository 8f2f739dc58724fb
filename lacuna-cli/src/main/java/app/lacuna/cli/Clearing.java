package app.lacuna.cli;

import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.job.PackResult;
import app.lacuna.looseends.ByDigest;
import app.lacuna.looseends.ClearJob;
import app.lacuna.looseends.ClearPlan;
import app.lacuna.looseends.ClearPlanner;
import app.lacuna.looseends.ClearReport;
import app.lacuna.looseends.Evidence;
import app.lacuna.looseends.Staying;
import app.lacuna.looseends.Stays;
import app.lacuna.verify.ProofJson;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine;
import picocli.CommandLine.ParameterException;

/** What the commands say of clearing. */
final class Clearing {
    private Clearing() {}

    /** Whether everything that was to go is gone. */
    static boolean isComplete(ClearReport report) {
        return !report.cancelled()
                && report.stays().stream().allMatch(stay -> stay.why() == Stays.GONE);
    }

    /** What was proved a moment ago, and is still the same. */
    static ClearReport ofPacked(Terminal terminal, PackResult result, ClearTo how) {
        Evidence evidence = new ByDigest(result.marks(), terminal.cancel());
        ClearPlan plan = new ClearPlanner(evidence, terminal.cancel()).plan(result.originals());
        sayBefore(terminal, plan);
        try (ProgressBar bar = new ProgressBar(terminal)) {
            return new ClearJob(evidence, how.disposal(), bar, terminal.cancel()).run(plan);
        }
    }

    /** Without a proof nothing goes. */
    static void requirePossible(CommandLine line, boolean noProof, Optional<ClearTo> thenClear) {
        if (thenClear.isPresent() && noProof) {
            throw new ParameterException(line, Words.text("pack.clear-needs-proof"));
        }
        thenClear.ifPresent(how -> how.requirePossible(line));
    }

    static AfterPacking afterPacking(boolean noProof, Optional<ClearTo> thenClear) {
        if (noProof) {
            return AfterPacking.TRUST;
        }
        return thenClear.isPresent() ? AfterPacking.PROVE_AND_DIGEST : AfterPacking.PROVE;
    }

    static void sayBefore(Terminal terminal, ClearPlan plan) {
        sayEach(terminal, "clear.linked", plan.linkedElsewhere());
        sayEach(terminal, "clear.more", plan.withMore());
        terminal.say(Words.text("clear.keeps"));
    }

    static void sayStays(Terminal terminal, List<Staying> stays) {
        for (Staying stay : stays) {
            if (stay.why() != Stays.GONE) {
                terminal.say(
                        Words.text(
                                "clear.stays",
                                PrintableName.of(stay.path().toString()),
                                Words.text("stays." + stay.why())));
            }
        }
    }

    static void sayAfter(Terminal terminal, ClearReport report, ClearTo how) {
        sayStays(terminal, report.stays());
        terminal.say(Words.text("clear.done." + how, report.count(), Words.size(report.bytes())));
        if (report.count() > 0) {
            terminal.say(Words.text("clear.honest." + how));
        }
    }

    private static void sayEach(Terminal terminal, String key, List<Path> paths) {
        paths.forEach(path -> terminal.say(Words.text(key, PrintableName.of(path.toString()))));
    }

    static void writeJson(JsonGenerator out, ClearReport report) throws IOException {
        out.writeObjectFieldStart("cleared");
        out.writeNumberField("count", report.count());
        out.writeNumberField("bytes", report.bytes());
        writeStays(out, report.stays());
        out.writeEndObject();
    }

    static void writeStays(JsonGenerator out, List<Staying> stays) throws IOException {
        out.writeArrayFieldStart("stays");
        for (Staying stay : stays) {
            out.writeStartObject();
            out.writeStringField("path", stay.path().toString());
            out.writeStringField("reason", ProofJson.name(stay.why()));
            out.writeEndObject();
        }
        out.writeEndArray();
    }
}
