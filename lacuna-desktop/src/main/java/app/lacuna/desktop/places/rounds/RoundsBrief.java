package app.lacuna.desktop.places.rounds;

import app.lacuna.desktop.look.Styles;
import app.lacuna.desktop.ui.BriefLine;
import app.lacuna.desktop.ui.PopoverLayer;
import app.lacuna.desktop.ui.Sentence;
import app.lacuna.desktop.words.Dates;
import app.lacuna.desktop.words.PathNames;
import app.lacuna.desktop.words.Sizes;
import app.lacuna.desktop.words.Words;
import app.lacuna.generations.Generation;
import app.lacuna.generations.Keep;
import app.lacuna.job.RoundState;
import app.lacuna.rounds.Backup;
import app.lacuna.rounds.Round;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.Button;

/** The sentence of the Rounds place: what is backed up, when, where to, and how long it is kept. */
final class RoundsBrief {
    private final RoundsPageModel model;
    private final BriefLine line = new BriefLine();
    private final PopoverLayer layer;
    private final RoundsPopovers popovers;

    RoundsBrief(RoundsPageModel model, PopoverLayer layer, RoundsPopovers popovers) {
        this.model = model;
        this.layer = layer;
        this.popovers = popovers;
        model.list().lines().addListener((property, before, now) -> write());
        model.list().chosen().addListener((property, before, now) -> write());
        write();
    }

    BriefLine line() {
        return line;
    }

    private void write() {
        line.clear();
        Optional<RoundLine> chosen = model.list().chosenLine();
        if (chosen.isEmpty()) {
            new Sentence("backup.brief.nothing")
                    .word(to -> to.fact(Words.text("backup.brief.nothing-yet")))
                    .into(line);
        } else if (chosen.get().isBackup()) {
            writeBackup(chosen.get());
        } else {
            writeJob(chosen.get().round());
        }
    }

    private void writeJob(Round round) {
        new Sentence("backup.brief.job")
                .word(to -> to.fact(RoundList.roots(round)))
                .word(to -> to.fact(PathNames.brief(round.folder())))
                .word(
                        to ->
                                to.fact(
                                        Words.text("protection." + round.protection()),
                                        Styles.PROTECTED))
                .into(line);
    }

    private void writeBackup(RoundLine chosen) {
        Round round = chosen.round();
        Backup backup = round.backup().orElseThrow();
        Optional<RoundState> state = chosen.state();
        boolean away = state.filter(RoundState::isAway).isPresent();
        Optional<Instant> last = state.flatMap(RoundState::lastRun);
        new Sentence("backup.brief")
                .word(word("round-every", every(backup), () -> popovers.every(chosen)))
                .word(word("round-roots", what(chosen), () -> popovers.roots(chosen)))
                .word(
                        word(
                                "round-place",
                                PathNames.last(round.folder()),
                                () -> popovers.place(chosen),
                                away ? new String[] {Styles.READABLE} : new String[0]))
                .word(word("round-keep", keep(backup.keep()), () -> popovers.keep(chosen)))
                .word(
                        word(
                                "round-form",
                                Words.text("backup.form." + backup.form()),
                                () -> popovers.form(chosen),
                                Styles.PROTECTED))
                .fact(state.isEmpty() ? "unknown" : standing(chosen, away, last.isPresent()))
                .word(
                        to ->
                                to.fact(
                                        last.map(time -> Dates.near(time, model.now())).orElse(""),
                                        Styles.PROTECTED))
                .word(to -> to.fact(due(state), Styles.ATTENTION))
                .into(line);
    }

    private String standing(RoundLine chosen, boolean away, boolean run) {
        if (away) {
            return "away";
        }
        return !run ? "never" : chosen.isDue(model.now()) ? "due" : "done";
    }

    private String due(Optional<RoundState> state) {
        return state.flatMap(RoundState::dueAt)
                .map(time -> Dates.span(Duration.between(time, model.now())))
                .orElse("");
    }

    static String every(Backup backup) {
        return backup.every()
                .map(span -> Words.text("backup.every", span.toDays()))
                .orElse(Words.text("backup.every.asked"));
    }

    private static String what(RoundLine line) {
        Optional<Generation> latest = line.state().flatMap(RoundState::latest);
        String roots = RoundList.roots(line.round());
        return latest.map(
                        known ->
                                Words.text(
                                        "backup.what", roots, Sizes.inWords(known.contentBytes())))
                .orElse(roots);
    }

    /** As many parts as there are. */
    static String keep(Keep keep) {
        List<String> parts = new ArrayList<>();
        add(parts, "backup.keep.last", keep.last());
        add(parts, "backup.keep.days", keep.days());
        add(parts, "backup.keep.weeks", keep.weeks());
        add(parts, "backup.keep.months", keep.months());
        return String.join(", ", parts);
    }

    private static void add(List<String> parts, String key, int count) {
        if (count > 0) {
            parts.add(Words.text(key, count));
        }
    }

    private Consumer<BriefLine> word(
            String id, String words, Supplier<Node[]> content, String... styles) {
        return onto -> {
            Button word = onto.word(id, words, Words.text("accessible." + id, words), styles);
            word.setOnAction(event -> layer.show(word, content.get()));
        };
    }
}
