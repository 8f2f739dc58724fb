package app.lacuna.cli;

import app.lacuna.base.ByteCount;
import app.lacuna.job.RewriteResult;
import app.lacuna.proof.Verdict;
import app.lacuna.selection.LeftOut;
import java.util.List;

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
                                ByteCount.inWords(result.archiveBytes())));
        terminal.out()
                .println(
                        Words.text(
                                "pack.proved",
                                result.proof().count(Verdict.IDENTICAL),
                                result.proof().entries().size()));
        reportLeftOut(terminal, result.leftOut());
    }

    static void reportLeftOut(Terminal terminal, List<LeftOut> leftOut) {
        for (LeftOut left : leftOut) {
            terminal.say(
                    Words.text(
                            "pack.left-out",
                            PrintableName.of(left.source().toString()),
                            Words.text("left-out." + left.reason())));
        }
    }
}
