package app.lacuna.desktop.words;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Form;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.clearing.LooseEnd;
import app.lacuna.common.Stage;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.JobKind;
import app.lacuna.desktop.look.Appearance;
import app.lacuna.desktop.parts.clearing.How;
import app.lacuna.desktop.parts.password.PasswordModel.Agreement;
import app.lacuna.desktop.parts.proving.ProvingModel;
import app.lacuna.desktop.places.open.Leaving;
import app.lacuna.desktop.places.pack.ForWhom;
import app.lacuna.desktop.places.pack.ThenClear;
import app.lacuna.desktop.session.CheckState;
import app.lacuna.desktop.session.Offer;
import app.lacuna.desktop.ui.Mark;
import app.lacuna.disc.DiscFacts.Spread;
import app.lacuna.disc.Recovery;
import app.lacuna.edit.PlannedEntry;
import app.lacuna.error.Damage;
import app.lacuna.error.EditRefused;
import app.lacuna.error.LimitExceeded;
import app.lacuna.error.PasswordUnusable;
import app.lacuna.exposure.Opener;
import app.lacuna.exposure.Reach;
import app.lacuna.extract.Comparison;
import app.lacuna.extract.ConflictRule;
import app.lacuna.extract.ExtractedEntry;
import app.lacuna.extract.NameRefusal;
import app.lacuna.extract.Outlook;
import app.lacuna.forecast.Delivery.Disc;
import app.lacuna.generations.History;
import app.lacuna.job.DiscsRepaired;
import app.lacuna.job.RoundCheckJob;
import app.lacuna.looseends.Seen;
import app.lacuna.looseends.Stays;
import app.lacuna.mail.MailAccount;
import app.lacuna.mail.PartsKind;
import app.lacuna.messages.Language;
import app.lacuna.opener.OpenerKind;
import app.lacuna.password.Attacker;
import app.lacuna.password.Slip;
import app.lacuna.password.TimeToGuess;
import app.lacuna.password.TypingTraps;
import app.lacuna.password.Weakness;
import app.lacuna.print.SpellingAlphabet;
import app.lacuna.selection.LeftOut;
import app.lacuna.verify.ProofReport;
import app.lacuna.verify.Verdict;
import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.util.ULocale;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** Every text there is, and every text that is asked for. */
class WordsTest {
    private static final Path SOURCES = Path.of("src/main/java/app/lacuna/desktop");
    private static final Pattern WHOLE = Pattern.compile("Words\\.text\\(\"([^\"]+)\"[,)]");
    private static final Pattern BEGUN = Pattern.compile("Words\\.text\\(\"([^\"]+)\"\\+");
    private static final Pattern SENTENCE = Pattern.compile("newSentence\\(\"([^\"]+)\"\\)");

    /** What stands behind a key that is put together: all of these have to be there. */
    private static final Map<String, List<Class<? extends Enum<?>>>> OF_ENUMS =
            Map.ofEntries(
                    Map.entry("backup.form.", List.of(Form.class)),
                    Map.entry("popover.round.form.", List.of(Form.class)),
                    Map.entry("popover.round.form.note.", List.of(Form.class)),
                    Map.entry("backup.event.", List.of(History.Kind.class)),
                    Map.entry("backup.check.", List.of(RoundCheckJob.State.class)),
                    Map.entry("discs.line.", List.of(Spread.class)),
                    Map.entry("discs.recovery.", List.of(Recovery.Kind.class)),
                    Map.entry("popover.discs.", List.of(Spread.class)),
                    Map.entry("pack.next.", List.of(Agreement.class)),
                    Map.entry("repair.", List.of(DiscsRepaired.State.class)),
                    Map.entry("discs.proved.", List.of(ProofReport.ReadBack.class)),
                    Map.entry("clear.ask.", List.of(How.class)),
                    Map.entry("clear.do.", List.of(How.class)),
                    Map.entry("clear.done.", List.of(How.class)),
                    Map.entry("clear.honest.", List.of(How.class)),
                    Map.entry("clear.note.", List.of(How.class)),
                    Map.entry("ends.", List.of(LooseEnd.Kind.class)),
                    Map.entry("ends.state.", List.of(Seen.State.class)),
                    Map.entry("proving.save.", List.of(ProvingModel.Form.class)),
                    Map.entry("proving.ending.", List.of(ProvingModel.Form.class)),
                    Map.entry("receipt.cleared.line.", List.of(How.class)),
                    Map.entry("receipt.cleared.title.", List.of(How.class)),
                    Map.entry("receipt.copied.", List.of(ProofReport.ReadBack.class)),
                    Map.entry("stays.", List.of(Stays.class)),
                    Map.entry("then.", List.of(ThenClear.class)),
                    Map.entry("popover.then.", List.of(ThenClear.class)),
                    Map.entry("compare.", List.of(Comparison.State.class)),
                    Map.entry("outlook.", List.of(Outlook.Trouble.class)),
                    Map.entry("agreement.", List.of(Agreement.class)),
                    Map.entry("appearance.", List.of(Appearance.class)),
                    Map.entry("attacker.", List.of(Attacker.class)),
                    Map.entry("conflict.", List.of(ConflictRule.class)),
                    Map.entry("damage.", List.of(Damage.class)),
                    Map.entry("edit.", List.of(EditRefused.Reason.class)),
                    Map.entry("extract.", List.of(ExtractedEntry.Result.class)),
                    Map.entry("forecast.discs.", List.of(Disc.class)),
                    Map.entry("inside.", List.of(PlannedEntry.State.class)),
                    Map.entry("job.", List.of(JobKind.class)),
                    Map.entry("leaving.", List.of(Leaving.class)),
                    Map.entry("left-out.", List.of(LeftOut.Reason.class)),
                    Map.entry("limit.", List.of(LimitExceeded.Limit.class)),
                    Map.entry("mark.", List.of(Mark.Meaning.class)),
                    Map.entry("names.", List.of(Names.class)),
                    Map.entry("offer.", List.of(Offer.class)),
                    Map.entry("open.check.", List.of(CheckState.Kind.class)),
                    Map.entry("open.seen.", List.of(Protection.class)),
                    Map.entry("opener.", List.of(Opener.class)),
                    Map.entry("mail.kind.", List.of(PartsKind.class)),
                    Map.entry("mail.security.", List.of(MailAccount.Security.class)),
                    Map.entry("pass-on.", List.of(SpellingAlphabet.Kind.class)),
                    Map.entry("opener.make.", List.of(OpenerKind.class)),
                    Map.entry("opener.made.", List.of(OpenerKind.class)),
                    Map.entry("opener.made.line.", List.of(OpenerKind.class)),
                    Map.entry("popover.page.", List.of(OpenerKind.class)),
                    Map.entry("whom.page.", List.of(OpenerKind.class)),
                    Map.entry("opener.reach.", List.of(Reach.class)),
                    Map.entry("password.unusable.", List.of(PasswordUnusable.Reason.class)),
                    Map.entry("popover.cipher.", List.of(Protection.class)),
                    Map.entry("popover.whom.", List.of(ForWhom.class)),
                    Map.entry("protection.", List.of(Protection.class)),
                    Map.entry("refusal.", List.of(NameRefusal.class)),
                    Map.entry("relock.names.", List.of(Names.class)),
                    Map.entry("slip-was.", List.of(Slip.class)),
                    Map.entry("stranger.compare.", List.of(Names.class)),
                    Map.entry("time.", List.of(TimeToGuess.Unit.class)),
                    Map.entry("trap.", List.of(TypingTraps.Trap.class)),
                    Map.entry("verdict.", List.of(Verdict.class)),
                    Map.entry("weakness.", List.of(Weakness.class)),
                    Map.entry("whom.", List.of(ForWhom.class)));

    /** Values that are never told by such a text. */
    private static final Set<String> NEVER_TOLD =
            Set.of(
                    "compare.SAME",
                    "ends.state.THERE",
                    "conflict.FAIL",
                    "conflict.ASK",
                    "extract.EXTRACTED",
                    "inside.UNTOUCHED",
                    "leaving.NOT",
                    "opener.LACUNA",
                    "weakness.NONE");

    /** Keys of which the rest is no enum; what they end in. */
    private static final Map<String, List<String>> OF_WORDS =
            Map.ofEntries(
                    Map.entry(
                            "accessible.",
                            List.of(
                                    "brief-items",
                                    "brief-name",
                                    "brief-whom",
                                    "brief-cipher",
                                    "brief-names",
                                    "brief-folder",
                                    "brief-then",
                                    "discs-items",
                                    "discs-kind",
                                    "discs-label",
                                    "discs-names",
                                    "discs-recovery",
                                    "discs-folder",
                                    "round-every",
                                    "round-roots",
                                    "round-place",
                                    "round-keep",
                                    "round-form")),
                    Map.entry("backup.bar.", List.of("there", "good", "damaged", "missing")),
                    Map.entry("backup.against.", List.of("SAME", "CHANGED", "GONE", "NEW")),
                    Map.entry("receipt.originals.", List.of("TRASH", "DELETE")),
                    Map.entry(
                            "key.",
                            List.of(
                                    "find", "primary", "lock", "escape", "larger", "smaller",
                                    "usual", "help")),
                    Map.entry(
                            "cap.",
                            List.of(
                                    "Ctrl", "Shift", "Enter", "Space", "Delete", "Plus", "Minus",
                                    "Comma")),
                    Map.entry(
                            "setting.",
                            List.of(
                                    "language",
                                    "look",
                                    "text-size",
                                    "motion",
                                    "pack-for",
                                    "pack-into",
                                    "mail-limit",
                                    "lock-after",
                                    "viewer",
                                    "remember-opened",
                                    "remember-readable",
                                    "file-manager")),
                    Map.entry("make.", List.of("characters", "words")),
                    Map.entry("size.", List.of("kB", "MB", "GB", "TB", "PB", "EB")),
                    Map.entry("stranger.", List.of("nothing", "names", "all")),
                    Map.entry("busy.", stages()),
                    Map.entry("jobs.", List.of("SCANNING", "PACKING", "PROVING", "CHECKING")),
                    Map.entry("pending.", List.of("ADDED", "REPLACED", "MOVED", "REMOVED")),
                    Map.entry(
                            "method.",
                            Stream.of(Method.values())
                                    .filter(Method::isWritten)
                                    .map(Enum::name)
                                    .toList()),
                    Map.entry(
                            "discs.kind.",
                            List.of(
                                    "cd-650",
                                    "cd",
                                    "dvd",
                                    "dvd-dual",
                                    "bluray",
                                    "bluray-dual",
                                    "own")),
                    Map.entry(
                            "discs.count.",
                            List.of(
                                    "cd-650",
                                    "cd",
                                    "dvd",
                                    "dvd-dual",
                                    "bluray",
                                    "bluray-dual",
                                    "own")),
                    Map.entry("discs.names.", List.of("HIDDEN", "VISIBLE", "OPEN")),
                    Map.entry("popover.discs.names.", List.of("HIDDEN", "VISIBLE", "OPEN")),
                    Map.entry(
                            "popover.discs.recovery.",
                            List.of("NONE", "SCRATCHES", "ONE_DISC", "TWO_DISCS")),
                    Map.entry("discs.table.", List.of("SCRATCHES", "DISCS")));

    private static List<String> stages() {
        return Stream.of(Stage.values()).map(Enum::name).toList();
    }

    private static String sources() throws IOException {
        StringBuilder all = new StringBuilder();
        try (Stream<Path> files = Files.walk(SOURCES)) {
            for (Path file :
                    (Iterable<Path>) files.filter(f -> f.toString().endsWith(".java"))::iterator) {
                all.append(Files.readString(file).replaceAll("\\s+", ""));
            }
        }
        return all.toString();
    }

    private static Set<String> found(Pattern pattern) throws IOException {
        Set<String> keys = new TreeSet<>();
        Matcher matcher = pattern.matcher(sources());
        while (matcher.find()) {
            keys.add(matcher.group(1));
        }
        return keys;
    }

    @Test
    void everyTextThatIsAskedForIsThere() throws IOException {
        Set<String> keys = found(WHOLE);
        keys.addAll(found(SENTENCE));
        assertThat(keys).hasSizeGreaterThan(200).allMatch(Words::has);
    }

    @Test
    void everyTextThatIsPutTogetherIsThereForEveryValue() throws IOException {
        List<String> missing = new ArrayList<>();
        for (String begun : found(BEGUN)) {
            List<String> ends = new ArrayList<>(OF_WORDS.getOrDefault(begun, List.of()));
            for (Class<? extends Enum<?>> type : OF_ENUMS.getOrDefault(begun, List.of())) {
                for (Enum<?> value : type.getEnumConstants()) {
                    ends.add(value.name());
                }
            }
            assertThat(ends).as("say here what follows " + begun).isNotEmpty();
            ends.stream()
                    .map(end -> begun + end)
                    .filter(key -> !NEVER_TOLD.contains(key) && !Words.has(key))
                    .forEach(missing::add);
        }
        assertThat(missing).isEmpty();
    }

    static Set<String> everyKey() {
        return Words.keys();
    }

    @ParameterizedTest
    @MethodSource("everyKey")
    void everyTextHasTheSlotsThatAreFilledIn(String key) {
        MessageFormat format = new MessageFormat(Words.pattern(key), ULocale.ENGLISH);
        assertThat(List.of(Words.slots(key))).containsAll(format.getArgumentNames());
        if (format.getArgumentNames().isEmpty()) {
            assertThat(Words.text(key)).isEqualTo(format.toPattern()).doesNotContain("{");
        }
    }

    @Test
    void pluralsAreOfTheLanguage() {
        assertThat(Words.text("items", 0, "0 bytes")).isEqualTo("0 items, 0 bytes");
        assertThat(Words.text("items", 1, "1 byte")).isEqualTo("1 item, 1 byte");
        assertThat(Words.text("items", 12_000, "4 MB")).isEqualTo("12,000 items, 4 MB");
    }

    @Test
    void textsOfAFactAreTakenAsTheyAre() {
        assertThat(Words.text("conflict.what", "{0} isn't '{x}'"))
                .isEqualTo("{0} isn't '{x}' is there already.");
    }

    @ParameterizedTest
    @CsvSource({"en, DE, en_DE", "en, '', en_150", "en, US, en_US", "de, AT, de_AT", "de, '', de"})
    void numbersAreWrittenAsWhereTheUserLives(String language, String country, String expected) {
        assertThat(Words.locale(new Language(language), new Locale("tr", country)).toString())
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource({
        "0, 0 bytes",
        "1, 1 byte",
        "999, 999 bytes",
        "1000, 1 kB",
        "8400000, 8.4 MB",
        "99960000, 100 MB",
        "999999, 1 MB",
        "412000000, 412 MB",
        "9223372036854775807, 9.2 EB"
    })
    void sizesHaveThreeFiguresAndAUnit(long bytes, String words) {
        assertThat(Sizes.inWords(bytes)).isEqualTo(words);
    }
}
