package app.lacuna.cli;

import app.lacuna.generations.Generation;
import app.lacuna.generations.GenerationStore;
import app.lacuna.job.Moment;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import app.lacuna.state.StateFolder;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.List;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** A round by its name. */
final class NamedRound {
    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    @Parameters(paramLabel = "${bundle:param.NAME}", index = "0", descriptionKey = "round.name")
    private String name;

    static RoundStore rounds() {
        return new RoundStore(StateFolder.ofThisUser());
    }

    String name() {
        return name;
    }

    /**
     * @throws ParameterException if there is none of that name that is a backup
     */
    Round round() throws IOException {
        Round found =
                rounds().rounds().stream()
                        .filter(round -> round.name().equals(name))
                        .findFirst()
                        .orElseThrow(() -> wrong("round.unknown"));
        if (found.backup().isEmpty()) {
            throw wrong("round.no-backup");
        }
        return found;
    }

    GenerationStore store() throws IOException {
        return Moment.store(round());
    }

    /**
     * The generation that has the files as they were then: a day, a time, or the name that a
     * generation has itself. The latest if nothing is said.
     */
    Generation at(GenerationStore store, String when) throws IOException {
        List<Generation> present = store.present();
        if (present.isEmpty()) {
            throw wrong("round.none-yet");
        }
        if (when.isEmpty()) {
            return present.get(present.size() - 1);
        }
        for (Generation each : present) {
            if (each.id().equals(when)) {
                return each;
            }
        }
        Instant moment = moment(when);
        Generation found = null;
        for (Generation each : present) {
            if (!each.time().isAfter(moment)) {
                found = each;
            }
        }
        if (found == null) {
            throw wrong("round.before-all");
        }
        return found;
    }

    /** Of a day its end. */
    private Instant moment(String when) {
        ZoneId zone = ZoneId.systemDefault();
        try {
            return when.length() <= "2026-11-23".length()
                    ? LocalDate.parse(when).atTime(LocalTime.MAX).atZone(zone).toInstant()
                    : LocalDateTime.parse(when.replace(' ', 'T')).atZone(zone).toInstant();
        } catch (DateTimeException e) {
            throw wrong("round.when");
        }
    }

    private ParameterException wrong(String key) {
        return new ParameterException(spec.commandLine(), Words.text(key, PrintableName.of(name)));
    }
}
