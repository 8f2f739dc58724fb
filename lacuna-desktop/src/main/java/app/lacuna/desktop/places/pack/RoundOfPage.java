package app.lacuna.desktop.places.pack;

import app.lacuna.rounds.Round;
import app.lacuna.selection.PatternText;
import java.time.LocalDate;

/** Puts what the Pack page says into a round, and back. */
final class RoundOfPage {
    private final PackViewModel page;

    RoundOfPage(PackViewModel page) {
        this.page = page;
    }

    /** Everything but the password; with the date in the archive's name if that is wanted. */
    void save(String roundsName, boolean withDate) {
        String stem = page.name().get().replaceFirst("(?i)\\.zip$", "");
        String day = today().toString();
        String dated = stem.contains(day) ? stem.replace(day, Round.DATE) : stem + "-" + Round.DATE;
        page.rounds()
                .save(
                        new Round(
                                roundsName,
                                page.contents().roots(),
                                PatternText.parse(page.contents().patterns()),
                                page.contents().isWithoutJunk(),
                                page.folder().get(),
                                (withDate ? dated : stem) + ".zip",
                                page.form().protection().get(),
                                page.form().names().get(),
                                page.form().method().get(),
                                page.form().page().get()));
        page.isSavedAs(roundsName);
        page.form().ofRound(true);
    }

    /** The brief then says what the round was saved with. */
    void load(Round round) {
        page.isSavedAs(round.name());
        page.form().ofRound(true);
        page.form().protection().set(round.protection());
        page.form().method().set(round.method());
        page.form().names().set(round.names());
        round.opener().ifPresent(kind -> page.form().forBrowsers(kind));
        page.folder().set(round.folder());
        page.name().set(round.archiveNameOn(today()));
        page.contents().leaveOut(PatternText.format(round.patterns()), round.withoutJunk());
        page.contents().add(round.roots());
    }

    private LocalDate today() {
        return LocalDate.now(page.clock());
    }
}
