package app.lacuna.cli;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.common.Secret;
import app.lacuna.edit.ChangePlan;
import app.lacuna.edit.PendingChanges;
import app.lacuna.error.NothingToPack;
import app.lacuna.job.ChangeJob;
import app.lacuna.job.RewriteResult;
import app.lacuna.job.RewriteTarget;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.PathGlob;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

/** lacuna change. */
@Command(name = "change", sortOptions = false)
final class ChangeCommand implements Callable<Integer> {
    private final Terminal terminal;

    @Spec private CommandSpec spec;

    @Mixin private Opening opening;

    @Option(
            names = "--remove",
            paramLabel = "${bundle:param.GLOB}",
            converter = GlobConverter.class)
    private List<PathGlob> remove = List.of();

    @Option(names = "--rename", paramLabel = "${bundle:param.A_TO_B}")
    private Map<String, String> rename = new LinkedHashMap<>();

    @Option(names = "--rename-from", paramLabel = "${bundle:param.FILE}")
    private Optional<Path> renameFrom = Optional.empty();

    @Option(names = "--add", paramLabel = "${bundle:param.PATH}", arity = "1..*")
    private List<String> add = List.of();

    @Option(names = "--into", paramLabel = "${bundle:param.FOLDER}")
    private String into = "";

    @Option(names = "-o", paramLabel = "${bundle:param.FILE}")
    private Optional<Path> output = Optional.empty();

    @Mixin private Replacing replacing;

    @Option(names = "--work-in", paramLabel = "${bundle:param.FOLDER}", descriptionKey = "work-in")
    private Optional<Path> workplace = Optional.empty();

    ChangeCommand(Terminal terminal) {
        this.terminal = terminal;
    }

    @Override
    public Integer call() throws IOException {
        if (renameFrom.isPresent()) {
            rename.putAll(RenameList.read(spec, renameFrom.get()));
        }
        if (remove.isEmpty() && rename.isEmpty() && add.isEmpty()) {
            throw new ParameterException(spec.commandLine(), Words.text("change.nothing"));
        }
        FileSelection selection =
                new SelectionScanner(terminal.cancel())
                        .scanRoots(add.stream().map(Root::typed).toList());
        Rewritten.reportLeftOut(terminal, selection.leftOut());
        if (selection.items().isEmpty() && remove.isEmpty() && rename.isEmpty()) {
            throw new NothingToPack(selection.leftOut().size());
        }
        try (Opened opened = Opened.of(opening, terminal)) {
            ChangePlan plan = plan(opened.archive().listing().entries(), selection);
            RewriteResult result = write(plan, opened.password());
            Rewritten.report(terminal, result);
            boolean complete = result.isComplete() && !selection.isIncomplete();
            return (complete ? ExitCode.DONE : ExitCode.INCOMPLETE).number();
        }
    }

    /** First out, then other names, then in: a name that was freed can be taken again. */
    private ChangePlan plan(List<ArchiveEntry> entries, FileSelection selection)
            throws IOException {
        PendingChanges changes = new PendingChanges(entries);
        if (!remove.isEmpty()) {
            changes.remove(matching(entries));
        }
        for (Map.Entry<String, String> names : rename.entrySet()) {
            changes.move(names.getKey(), names.getValue());
        }
        changes.put(selection.items(), into);
        return changes.plan();
    }

    private List<String> matching(List<ArchiveEntry> entries) {
        List<String> paths =
                entries.stream()
                        .map(ArchiveEntry::path)
                        .filter(path -> remove.stream().anyMatch(glob -> glob.matches(path)))
                        .toList();
        if (paths.isEmpty()) {
            throw new ParameterException(spec.commandLine(), Words.text("extract.nothing"));
        }
        return paths;
    }

    private RewriteResult write(ChangePlan plan, Optional<Secret> password) throws IOException {
        Path target = output.orElse(opening.archive());
        try (ProgressBar bar = new ProgressBar(terminal)) {
            RewriteTarget where =
                    new RewriteTarget(opening.archive(), target, replacing.rule(), workplace);
            return new ChangeJob(where, password, bar, terminal.cancel()).run(plan);
        }
    }
}
