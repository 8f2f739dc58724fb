package app.lacuna.crash;

import app.lacuna.archive.Form;
import app.lacuna.extract.ConflictRule;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;

/** All scenarios by name. */
final class Scenarios {
    private static final Map<String, Supplier<Scenario>> ALL = new TreeMap<>();

    static {
        ALL.put("pack", PackScenario::usual);
        ALL.put("pack-hidden", PackScenario::hidden);
        ALL.put("pack-replacing", PackScenario::replacing);
        ALL.put("pack-volumes", PackScenario::volumes);
        ALL.put("change", () -> new RewriteScenario(false));
        ALL.put("relock", () -> new RewriteScenario(true));
        for (ClearScenario.Job job : ClearScenario.Job.values()) {
            ALL.put("clear-" + name(job), () -> new ClearScenario(job));
        }
        for (BackupScenario.Job job : BackupScenario.Job.values()) {
            ALL.put("backup-" + name(job), () -> new BackupScenario(job, Form.ZIP));
            ALL.put("backup-tar-" + name(job), () -> new BackupScenario(job, Form.BACKUP));
        }
        ALL.put("extract", () -> new ExtractScenario(ConflictRule.FAIL));
        ALL.put("extract-replacing", () -> new ExtractScenario(ConflictRule.OVERWRITE));
        ALL.put("extract-keeping-both", () -> new ExtractScenario(ConflictRule.KEEP_BOTH));
        ALL.put("discs", DiscScenario::new);
    }

    private Scenarios() {}

    private static String name(Enum<?> job) {
        return job.name().toLowerCase(java.util.Locale.ROOT).replace('_', '-');
    }

    static Scenario named(String name) {
        return ALL.get(name).get();
    }

    static java.util.List<String> names() {
        return java.util.List.copyOf(ALL.keySet());
    }
}
