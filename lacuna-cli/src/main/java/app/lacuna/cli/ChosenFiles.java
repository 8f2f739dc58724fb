package app.lacuna.cli;

import app.lacuna.selection.ExcludeRules;
import app.lacuna.selection.FileSelection;
import app.lacuna.selection.PathGlob;
import app.lacuna.selection.Root;
import app.lacuna.selection.SelectionScanner;
import java.util.List;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Which files go in, as arguments: for packing, and for asking beforehand what it shows. */
final class ChosenFiles {
    @Parameters(paramLabel = "${bundle:param.PATH}", arity = "1..*", descriptionKey = "chosen.path")
    private List<String> paths;

    @Option(
            names = "--exclude",
            paramLabel = "${bundle:param.GLOB}",
            descriptionKey = "chosen.exclude",
            converter = GlobConverter.class)
    private List<PathGlob> exclude = List.of();

    @Option(
            names = "--preset",
            paramLabel = "${bundle:param.PRESET}",
            descriptionKey = "chosen.preset")
    private List<Preset> presets = List.of();

    enum Preset {
        JUNK
    }

    FileSelection scan(Terminal terminal) {
        ExcludeRules rules = new ExcludeRules(exclude);
        if (presets.contains(Preset.JUNK)) {
            rules = rules.and(ExcludeRules.JUNK);
        }
        return new SelectionScanner(terminal.cancel(), item -> {}, rules)
                .scanRoots(paths.stream().map(Root::typed).toList());
    }
}
