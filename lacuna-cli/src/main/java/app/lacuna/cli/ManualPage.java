package app.lacuna.cli;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import picocli.CommandLine;
import picocli.CommandLine.Help.Ansi;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Model.OptionSpec;
import picocli.CommandLine.Model.PositionalParamSpec;

/** The manual page of the command line, as man(7) has it, out of what the help says. */
final class ManualPage {
    private final StringBuilder page = new StringBuilder();

    private ManualPage() {}

    /**
     * @param version of the program
     */
    static String of(CommandLine lacuna, String version) {
        return new ManualPage().write(lacuna, version);
    }

    private String write(CommandLine lacuna, String version) {
        request(".TH", "LACUNA", "1", "", "Lacuna " + version, "");
        heading(Words.text("manual.name"));
        page.append("lacuna \\- ").append(text(sentence(lacuna))).append('\n');
        heading(Words.text("manual.synopsis"));
        page.append(".B lacuna\n.I ").append(Words.text("param.COMMAND")).append("\n[...]\n");
        heading(Words.text("manual.description"));
        lines(lacuna.getCommandSpec().usageMessage().description());
        heading(Words.text("manual.commands"));
        for (Map.Entry<String, CommandLine> each : lacuna.getSubcommands().entrySet()) {
            command("lacuna " + each.getKey(), each.getValue());
        }
        heading(Words.text("manual.examples"));
        page.append(".nf\n");
        for (String line : lacuna.getCommandSpec().usageMessage().footer()) {
            line(line);
        }
        page.append(".fi\n");
        return page.toString();
    }

    private static String sentence(CommandLine lacuna) {
        return String.join(" ", lacuna.getCommandSpec().usageMessage().description());
    }

    private void heading(String words) {
        request(".SH", words);
    }

    private void request(String name, String... arguments) {
        page.append(name);
        for (String argument : arguments) {
            page.append(" \"").append(text(argument).replace("\"", "\\(dq")).append('"');
        }
        page.append('\n');
    }

    private void command(String name, CommandLine line) {
        CommandSpec spec = line.getCommandSpec();
        request(".SS", name);
        lines(spec.usageMessage().header());
        if (!line.getSubcommands().isEmpty()) {
            Set<CommandLine> told = new LinkedHashSet<>();
            line.getSubcommands()
                    .forEach(
                            (own, sub) -> {
                                if (told.add(sub)) {
                                    command(name + " " + own, sub);
                                }
                            });
            return;
        }
        page.append(".PP\n");
        String synopsis =
                new CommandLine.Help(spec, CommandLine.Help.defaultColorScheme(Ansi.OFF))
                        .synopsis(0)
                        .strip();
        line(synopsis.replaceAll("\\s+", " "));
        for (PositionalParamSpec each : spec.positionalParameters()) {
            described(List.of(each.paramLabel()), "", each.description());
        }
        for (OptionSpec each : spec.options()) {
            if (!each.hidden() && !each.inherited()) {
                String value = each.arity().max() > 0 ? each.paramLabel() : "";
                described(List.of(each.names()), value, each.description());
            }
        }
    }

    private void described(List<String> names, String value, String[] description) {
        List<String> bold = new ArrayList<>();
        names.forEach(name -> bold.add("\\fB" + text(name) + "\\fR"));
        page.append(".TP\n");
        String after = value.isEmpty() ? "" : " \\fI" + text(value) + "\\fR";
        page.append(String.join(", ", bold)).append(after).append('\n');
        lines(description);
    }

    private void lines(String... all) {
        for (String each : all) {
            line(each);
        }
    }

    /** A line of text; one that begins like a request is kept from being one. */
    private void line(String words) {
        String escaped = text(words);
        boolean request = escaped.startsWith(".") || escaped.startsWith("'");
        page.append(request ? "\\&" : "").append(escaped).append('\n');
    }

    private static String text(String words) {
        return words.replace("\\", "\\(rs").replace("-", "\\-").replace("%n", " ").strip();
    }
}
