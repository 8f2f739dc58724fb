package app.lacuna.cli;

import app.lacuna.archive.ArchiveReader;
import app.lacuna.clearing.ReadableFile;
import app.lacuna.job.ArchiveEvidence;
import app.lacuna.looseends.ClearJob;
import app.lacuna.looseends.ClearPlan;
import app.lacuna.looseends.ClearPlanner;
import app.lacuna.looseends.ClearReport;
import app.lacuna.looseends.Evidence;
import app.lacuna.looseends.LooseEnds;
import app.lacuna.looseends.Seen;
import app.lacuna.looseends.TrashJob;
import app.lacuna.trash.Trash;
import app.lacuna.trash.Trashes;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;

/** lacuna clear. */
@Command(name = "clear", sortOptions = false)
final class ClearCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private Opening opening;

    @Option(names = "--to", paramLabel = "${bundle:param.HOW}", converter = ClearTo.Converter.class)
    private ClearTo how = ClearTo.TRASH;

    @Option(names = "--dry-run")
    private boolean dryRun;

    ClearCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        how.requirePossible(spec.commandLine());
        try (ArchiveReader reader = opening.openWhole()) { // any part leads to the archive
            return clear(reader).number();
        }
    }

    private ExitCode clear(ArchiveReader reader) throws IOException {
        Optional<Trash> trash = Trashes.ofThisSystem();
        LooseEnds.recognise(reader.outside().archive());
        List<Seen> known =
                LooseEnds.of(
                        reader.outside().archive(), new LooseEnds(trash).look(terminal.cancel()));
        List<ReadableFile> files = new ArrayList<>();
        List<ReadableFile> thrownAway = new ArrayList<>();
        for (Seen seen : known) {
            if (seen.end().wanted()) {
                terminal.say(Words.text("clear.wanted", seen.files().size()));
                continue;
            }
            seen.files().stream()
                    .filter(file -> file.state() != Seen.State.AWAY)
                    .map(Seen.SeenFile::file)
                    .forEach(file -> (file.inTrash().isEmpty() ? files : thrownAway).add(file));
        }
        if (files.isEmpty() && thrownAway.isEmpty()) {
            if (DamagedRecords.say(terminal)) {
                return ExitCode.INCOMPLETE;
            }
            terminal.say(Words.text("clear.nothing"));
            return ExitCode.DONE;
        }
        try (Opened opened = Opened.of(opening, reader, terminal);
                ProgressBar bar = new ProgressBar(terminal)) {
            Evidence evidence = ArchiveEvidence.of(opened.archive(), bar, terminal.cancel());
            ClearPlan plan = new ClearPlanner(evidence, terminal.cancel()).plan(files);
            return dryRun ? show(plan, thrownAway) : clear(evidence, plan, bar, thrownAway);
        }
    }

    private ExitCode show(ClearPlan plan, List<ReadableFile> thrownAway) {
        plan.goes().forEach(file -> printGoes(file.path()));
        if (how == ClearTo.DELETE) {
            thrownAway.forEach(file -> printGoes(file.inTrash().orElseThrow().file()));
        }
        Clearing.sayBefore(terminal, plan);
        Clearing.sayStays(terminal, plan.stays());
        terminal.say(Words.text("clear.would", plan.count(), Words.size(plan.bytes())));
        return ExitCode.DONE;
    }

    private void printGoes(Path path) {
        terminal.out().println(PrintableName.of(path.toString()));
    }

    private ExitCode clear(
            Evidence evidence, ClearPlan plan, ProgressBar bar, List<ReadableFile> thrownAway) {
        Clearing.sayBefore(terminal, plan);
        ClearReport report =
                new ClearJob(evidence, how.disposal(), bar, terminal.cancel()).run(plan);
        boolean all = Clearing.isComplete(report);
        Clearing.sayAfter(terminal, report, how);
        if (how == ClearTo.DELETE && !thrownAway.isEmpty()) {
            TrashJob.Result purged =
                    new TrashJob(Trashes.ofThisSystem().orElseThrow(), terminal.cancel())
                            .purge(thrownAway, evidence);
            terminal.say(Words.text("clear.purged", purged.done(), purged.stays().size()));
            all &= purged.stays().isEmpty();
        }
        return all ? ExitCode.DONE : ExitCode.INCOMPLETE;
    }
}
