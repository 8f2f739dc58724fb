package app.lacuna.cli;

import app.lacuna.job.RewriteResult;
import app.lacuna.selection.LeftOut;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Tells of an archive that was written anew. */
final class Rewritten {
    private Rewritten() {}

    static void report(Terminal terminal, RewriteResult result) {
        terminal.out()
                .println(
                        Words.text(
                                "rewrite.done",
                                PrintableName.of(result.archive().toString()),
                                result.kept(),
                                result.added(),
                                Words.size(result.archiveBytes())));
        terminal.out().println(proved(result.proof()));
        reportLeftOut(terminal, result.leftOut());
        result.unsteady()
                .forEach(path -> terminal.say(Words.text("pack.unsteady", PrintableName.of(path))));
        if (result.droppedBytes() > 0) {
            terminal.say(Words.text("rewrite.dropped", Words.size(result.droppedBytes())));
        }
        reportKept(terminal, result.keptInstead(), result.archive());
    }

    /** What was copied as it is was not decrypted, and nothing else is said of it. */
    private static String proved(ProofReport proof) {
        int copied = proof.count(Verdict.COPIED);
        return Words.text(
                (copied > 0 ? "rewrite.proved." : "pack.proved.") + proof.readBack(),
                proof.count(Verdict.IDENTICAL),
                copied > 0 ? copied : proof.entries().size());
    }

    /** That the older archive has stayed, since the new one is not complete. */
    static void reportKept(Terminal terminal, Optional<Path> keptInstead, Path archive) {
        keptInstead.ifPresent(
                kept ->
                        terminal.say(
                                Words.text(
                                        "pack.kept-instead",
                                        PrintableName.of(kept.toString()),
                                        PrintableName.of(archive.toString()))));
    }

    static void reportLeftOut(Terminal terminal, List<LeftOut> leftOut) {
        for (LeftOut left : leftOut) {
            boolean twice = left.reason() == LeftOut.Reason.ALREADY_INCLUDED;
            terminal.say(
                    Words.text(
                            twice ? "pack.chosen-twice" : "pack.left-out",
                            PrintableName.of(left.source().toString()),
                            Words.text("left-out." + left.reason())));
        }
    }
}
