package app.lacuna.error;

import java.util.List;

/** Not all parts of an archive have come. */
public final class PartsMissing extends LacunaException {
    private static final long serialVersionUID = 1L;

    /**
     * @param archive the name of its last part
     * @param names of the parts that have not come, in their order
     */
    public PartsMissing(String archive, List<String> names) {
        super("parts are missing: " + names.size(), archive, names.size(), some(names));
    }

    private static String some(List<String> names) {
        List<String> first = names.subList(0, Math.min(6, names.size()));
        return String.join(", ", first) + (names.size() > first.size() ? ", \u2026" : "");
    }
}
