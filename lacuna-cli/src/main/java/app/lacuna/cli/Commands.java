package app.lacuna.cli;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;

/**
 * The commands by their names. Reading the options of all of them takes a third of the program's
 * start, so where the first word is one of them the others stay unread.
 */
final class Commands {
    private static final Map<String, Function<Terminal, Object>> ALL = new LinkedHashMap<>();

    static {
        ALL.put("pack", PackCommand::new);
        ALL.put("list", ListCommand::new);
        ALL.put("extract", ExtractCommand::new);
        ALL.put("verify", VerifyCommand::new);
        ALL.put("view", ViewCommand::new);
        ALL.put("change", ChangeCommand::new);
        ALL.put("relock", RelockCommand::new);
        ALL.put("exposure", ExposureCommand::new);
        ALL.put("opener", OpenerCommand::new);
        ALL.put("discs", DiscsCommand::with);
        ALL.put("round", RoundCommand::with);
        ALL.put("loose-ends", LooseEndsCommand::new);
        ALL.put("clear", ClearCommand::new);
    }

    private Commands() {}

    /** Those that can be meant, by their names, in the order of the help. */
    static Map<String, Object> wantedBy(String[] arguments, Terminal terminal) {
        Map<String, Object> wanted = new LinkedHashMap<>();
        if (arguments.length > 0 && ALL.containsKey(arguments[0])) {
            wanted.put(arguments[0], ALL.get(arguments[0]).apply(terminal));
        } else if (arguments.length != 1 || !arguments[0].equals("--version")) {
            ALL.forEach((name, command) -> wanted.put(name, command.apply(terminal)));
        }
        return wanted;
    }
}
