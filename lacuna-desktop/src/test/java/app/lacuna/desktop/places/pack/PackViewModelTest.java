package app.lacuna.desktop.places.pack;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.compression.Method;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.desktop.jobs.Turns;
import app.lacuna.desktop.parts.forecast.ForecastModel;
import app.lacuna.desktop.parts.password.MadePasswords;
import app.lacuna.desktop.parts.password.PasswordModel.Agreement;
import app.lacuna.exposure.Opener;
import app.lacuna.exposure.Reach;
import app.lacuna.exposure.SeenEntry;
import app.lacuna.job.Archives;
import app.lacuna.opener.OpenerKind;
import app.lacuna.password.Strength;
import app.lacuna.password.TypingTraps;
import app.lacuna.rounds.Round;
import app.lacuna.rounds.RoundStore;
import app.lacuna.selection.FileItem;
import app.lacuna.selection.LeftOut;
import app.lacuna.selection.PathTree.Node;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Without a toolkit: properties work, scenes are not needed. */
class PackViewModelTest {
    private static final NewArchiveName NAME =
            new NewArchiveName(Clock.fixed(Instant.parse("2026-11-24T14:20:00Z"), ZoneOffset.UTC));

    @TempDir Path folder;
    private Path dig;
    private PackViewModel model;
    private final MadePasswords passwords = new MadePasswords();
    private final ScriptedThreads script = new ScriptedThreads(28);

    @BeforeEach
    void make() throws IOException {
        dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first");
        Files.writeString(dig.resolve("b.txt"), "second");
        model = model();
    }

    /** Everything that is under way comes to its end, in any order that is possible. */
    private void settle() {
        script.settle();
    }

    private PackViewModel model() {
        PackViewModel made =
                new PackViewModel(
                        script.life(),
                        NAME,
                        folder,
                        new RoundsModel(new RoundStore(folder.resolve("state"))),
                        new Turns(),
                        passwords);
        settle();
        return made;
    }

    private void typePassword(String password) {
        model.password().first().set(password);
        settle();
        model.password().second().set(password);
        settle();
    }

    @Test
    void proposesANameThatTellsNothing() throws IOException {
        assertThat(model.name().get()).isEqualTo("2026-11-24.zip");
        Files.createFile(folder.resolve("2026-11-24.zip"));
        assertThat(NAME.freeIn(folder, path -> false)).isEqualTo("2026-11-24-2.zip");
    }

    @Test
    void isReadyOnlyWithContentsAndAnAgreedPassword() {
        assertThat(model.ready().get()).isFalse();
        model.contents().add(List.of(dig));
        settle();
        assertThat(model.ready().get()).isFalse();
        model.password().first().set("hut");
        settle();
        assertThat(model.password().agreement().get()).isEqualTo(Agreement.SECOND_MISSING);
        model.password().second().set("hu");
        settle();
        assertThat(model.password().agreement().get()).isEqualTo(Agreement.SECOND_MISSING);
        model.password().second().set("hat");
        settle();
        assertThat(model.password().agreement().get()).isEqualTo(Agreement.DIFFERENT);
        assertThat(model.ready().get()).isFalse();
        model.password().second().set("hut");
        settle();
        assertThat(model.ready().get()).isTrue();
    }

    @Test
    void shownPasswordIsTypedOnce() {
        model.contents().add(List.of(dig));
        settle();
        model.password().first().set("hut");
        settle();
        model.password().showing().set(true);
        settle();
        assertThat(model.ready().get()).isTrue();
    }

    @Test
    void openArchiveNeedsNoPassword() {
        model.contents().add(List.of(dig));
        settle();
        model.protection().set(Protection.NONE);
        settle();
        assertThat(model.ready().get()).isTrue();
        model.pack();
        settle();
        assertThat(model.packing().result().get()).isPresent();
    }

    @Test
    void packsProvesAndForgetsThePassword() {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        model.pack();
        settle();
        assertThat(model.packing().result().get()).isPresent();
        assertThat(model.packing().result().get().get().proof().orElseThrow().allIdentical())
                .isTrue();
        assertThat(model.password().first().get()).isEmpty();
        assertThat(model.password().second().get()).isEmpty();
        assertThat(folder.resolve("2026-11-24.zip")).exists();
    }

    @Test
    void takenNameOffersReplacingAndLosesNothing() throws IOException {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        Files.writeString(model.target(), "old");
        model.pack();
        settle();
        assertThat(model.packing().failure().get()).isPresent();
        assertThat(model.packing().replaceOffered().get()).isTrue();
        assertThat(model.password().agreement().get()).isEqualTo(Agreement.SAME);
        assertThat(model.target()).hasContent("old");
        model.packReplacing();
        settle();
        assertThat(model.packing().result().get()).isPresent();
        assertThat(model.packing().failure().get()).isEmpty();
    }

    @Test
    void removedItemsStayOutAndComeBackWhenAddedAgain() {
        model.contents().add(List.of(dig));
        settle();
        Node<FileItem> folderNode = model.contents().tree().get().children().get(0);
        model.contents().remove(List.of(folderNode.children().get(0)));
        settle();
        assertThat(paths()).containsExactly("dig", "dig/b.txt");
        model.contents().add(List.of(dig.resolve("a.txt")));
        settle();
        assertThat(paths()).contains("dig/a.txt");
    }

    @Test
    void removingWhatWasChosenForgetsIt() {
        model.contents().add(List.of(dig));
        settle();
        model.contents().remove(List.of(model.contents().tree().get().children().get(0)));
        settle();
        assertThat(model.contents().roots()).isEmpty();
        assertThat(paths()).isEmpty();
    }

    private List<String> paths() {
        return model.contents().selection().get().items().stream().map(FileItem::path).toList();
    }

    @Test
    void renameTakesNamesThatCanBe() {
        assertThat(model.rename("winter-notes")).isTrue();
        assertThat(model.name().get()).isEqualTo("winter-notes.zip");
        for (String impossible : List.of("", "  ", "a/b", "a\\b", "..", "c:x")) {
            assertThat(model.rename(impossible)).as(impossible).isFalse();
        }
        assertThat(model.name().get()).isEqualTo("winter-notes.zip");
    }

    @Test
    void cancelledPackingIsSaidAndCanBeStartedAgain() {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        model.pack();
        assertThat(model.packing().action().running().get()).isTrue();
        model.packing().action().cancel();
        settle();
        assertThat(model.packing().cancelled().get()).isTrue();
        assertThat(model.target()).doesNotExist();
        assertThat(model.ready().get()).isTrue();
        model.pack();
        settle();
        assertThat(model.packing().result().get()).isPresent();
    }

    @Test
    void addingWhileScanningScansAgain() throws IOException {
        Path diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        model.contents().add(List.of(dig));
        model.contents().add(List.of(diary));
        settle();
        assertThat(paths()).containsExactly("dig", "dig/a.txt", "dig/b.txt", "diary.txt");
    }

    @Test
    void aDateInANameIsNoEndingAndWordsForDevicesAreNoNames() {
        assertThat(model.rename("minutes 24.11")).isTrue();
        assertThat(model.name().get()).isEqualTo("minutes 24.11.zip");
        for (String impossible : List.of("aux", "COM1.zip", "a?b", "name.", "...")) {
            assertThat(model.rename(impossible)).as(impossible).isFalse();
        }
    }

    /** Removing a thousand of many goes through all of them: not on the interface thread. */
    @Test
    void remove_isWorkedOutInTheBackground() {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        assertThat(model.ready().get()).isTrue();
        model.contents()
                .remove(List.of(model.contents().tree().get().children().get(0).children().get(0)));
        assertThat(paths()).as("as before").contains("dig/a.txt");
        assertThat(model.ready().get()).as("until it is known what goes in").isFalse();
        settle();
        assertThat(paths()).containsExactly("dig", "dig/b.txt");
        assertThat(model.ready().get()).isTrue();
    }

    @Test
    void remove_whileScanning_isNotLost() throws IOException {
        Path diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        model.contents().add(List.of(dig));
        settle();
        var first = model.contents().tree().get().children().get(0).children().get(0);
        for (int steps = 0; steps < 6; steps++) {
            model.contents().add(List.of(diary));
            for (int i = 0; i < steps; i++) {
                script.step();
            }
            model.contents().remove(List.of(first));
            settle();
            assertThat(paths()).as("%d", steps).containsExactly("dig", "dig/b.txt", "diary.txt");
            model.contents().add(List.of(dig.resolve("a.txt")));
            settle();
            assertThat(paths()).contains("dig/a.txt");
        }
    }

    @Test
    void startAnew_forgetsTheRulesOfTheLastJob() {
        model.contents().leaveOut("a.*", true);
        model.contents().add(List.of(dig));
        settle();
        assertThat(paths()).containsExactly("dig", "dig/b.txt");
        model.startAnew();
        model.contents().add(List.of(dig));
        settle();
        assertThat(paths()).containsExactly("dig", "dig/a.txt", "dig/b.txt");
        assertThat(model.contents().patterns()).isEmpty();
        assertThat(model.contents().isWithoutJunk()).isFalse();
    }

    @Test
    void savedAs_isThatOfThePage() throws IOException {
        Lifetime life = script.life();
        RoundsModel rounds = new RoundsModel(new RoundStore(folder.resolve("state")));
        PackViewModel first =
                new PackViewModel(life.inner(), NAME, folder, rounds, new Turns(), passwords);
        PackViewModel second =
                new PackViewModel(life.inner(), NAME, folder, rounds, new Turns(), passwords);
        first.contents().add(List.of(dig));
        second.contents().add(List.of(dig));
        settle();
        new RoundOfPage(first).save("finds", false);
        assertThat(first.savedAs()).isEqualTo("finds");
        assertThat(second.savedAs()).as("nobody saved it").isEmpty();
        assertThat(rounds.isSaved("finds")).isTrue();
        first.startAnew();
        assertThat(first.savedAs()).isEmpty();
    }

    @Test
    void pack_underATypedNameThatAnotherJobWrites_keepsTheName() {
        Lifetime life = script.life();
        RoundsModel rounds = new RoundsModel(new RoundStore(folder.resolve("state")));
        Turns turns = new Turns();
        List<PackViewModel> both = new ArrayList<>();
        for (int i = 0; i < 2; i++) {
            PackViewModel each =
                    new PackViewModel(life.inner(), NAME, folder, rounds, turns, passwords);
            each.contents().add(List.of(dig));
            settle();
            each.rename("season");
            each.password().first().set("hut");
            each.password().second().set("hut");
            both.add(each);
        }
        both.forEach(PackViewModel::pack);
        assertThat(both.get(1).name().get()).isEqualTo("season.zip");
        assertThat(both.get(1).packing().failure().get().orElseThrow().what())
                .isEqualTo("Another job is writing season.zip at the moment.");
        assertThat(both.get(1).packing().action().running().get()).isFalse();
        settle();
        both.get(1).pack();
        settle();
        assertThat(both.get(1).packing().replaceOffered().get()).isTrue();
    }

    @Test
    void aSecondJobProposesAnotherNameWhileTheFirstIsPacked() {
        Lifetime life = script.life();
        RoundsModel rounds = new RoundsModel(new RoundStore(folder.resolve("state")));
        Turns turns = new Turns();
        PackViewModel first =
                new PackViewModel(life.inner(), NAME, folder, rounds, turns, passwords);
        PackViewModel second =
                new PackViewModel(life.inner(), NAME, folder, rounds, turns, passwords);
        first.contents().add(List.of(dig));
        second.contents().add(List.of(dig));
        settle();
        for (PackViewModel each : List.of(first, second)) {
            each.password().first().set("hut");
            each.password().second().set("hut");
            each.pack();
        }
        assertThat(second.packing().action().inLine().get()).isTrue();
        settle();
        assertThat(first.packing().result().get().orElseThrow().archive())
                .isEqualTo(folder.resolve("2026-11-24.zip"));
        assertThat(second.packing().result().get().orElseThrow().archive())
                .isEqualTo(folder.resolve("2026-11-24-2.zip"));
    }

    @Test
    void aMadePasswordIsKeptUntilSomebodyHasIt() {
        model.contents().add(List.of(dig));
        settle();
        try (Secret made = Secret.takeOver("KLMNPQRS23456789".toCharArray())) {
            model.newPassword().take(made, Strength.ofRandom(27));
        }
        model.pack();
        settle();
        assertThat(model.password().first().get()).isEmpty();
        assertThat(model.kept().orElseThrow().known().get()).isFalse();
        try (Secret kept = model.kept().orElseThrow().copy()) {
            assertThat(kept.withCharacters(Object::toString)).isEqualTo("KLMNPQRS23456789");
        }
        model.startAnew();
        settle();
        assertThat(model.kept()).isEmpty();
    }

    /** The fields can be written to while it is packed. */
    @Test
    void pack_withAnotherPasswordMadeMeanwhile_keepsTheOneThatOpens() throws IOException {
        model.contents().add(List.of(dig));
        settle();
        try (Secret made = Secret.takeOver("KLMNPQRS23456789".toCharArray())) {
            model.newPassword().take(made, Strength.ofRandom(27));
        }
        model.pack();
        try (Secret another = Secret.takeOver("TVWXYZ2345678923".toCharArray())) {
            model.newPassword().take(another, Strength.ofRandom(27));
        }
        settle();
        Path archive = model.packing().result().get().orElseThrow().archive();
        try (Secret kept = model.kept().orElseThrow().copy();
                var opened = Archives.open(archive).open(kept)) {
            assertThat(opened.listing().entries()).isNotEmpty();
        }
        assertThat(model.kept().orElseThrow().known().get()).isFalse();
    }

    /** However far it is when its page is removed. */
    @Test
    void end_whilePackingWithMadePassword_losesNoPasswordOfAnArchive() throws IOException {
        for (int steps = 0; steps < 8; steps++) {
            PackViewModel packing = model();
            packing.contents().add(List.of(dig));
            settle();
            try (Secret made = Secret.takeOver(("KLMNPQRS2345678" + steps).toCharArray())) {
                packing.newPassword().take(made, Strength.ofRandom(27));
            }
            Path archive = packing.target();
            packing.pack();
            for (int i = 0; i < steps; i++) {
                script.step();
            }
            packing.end();
            settle();
            assertThat(passwords.withoutPage()).hasSize(Files.exists(archive) ? 1 : 0);
            if (Files.deleteIfExists(archive)) {
                passwords.withoutPage().get(0).isKnownNow();
            }
        }
    }

    @Test
    void pack_withTypedPasswordReplacedByMadeOne_isKnown() {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        model.pack();
        try (Secret another = Secret.takeOver("TVWXYZ2345678923".toCharArray())) {
            model.newPassword().take(another, Strength.ofRandom(27));
        }
        settle();
        assertThat(model.kept().orElseThrow().known().get()).isTrue();
    }

    @Test
    void whatTheArchiveIsKeptInIsBesideTheOriginalsUntilSomebodySaysWhere() throws IOException {
        Path far = Files.createDirectories(folder.resolve("far/away"));
        model.contents().add(List.of(Files.writeString(far.resolve("c.txt"), "third")));
        settle();
        assertThat(model.folder().get()).isEqualTo(far);
        model.folder().set(folder);
        model.contents().clear();
        model.contents().add(List.of(far.resolve("c.txt")));
        settle();
        assertThat(model.folder().get()).isEqualTo(folder);
    }

    @Test
    void startingAnewEmptiesThePage() {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        model.pack();
        settle();
        model.startAnew();
        settle();
        assertThat(model.packing().result().get()).isEmpty();
        assertThat(paths()).isEmpty();
        assertThat(model.name().get()).isEqualTo("2026-11-24-2.zip");
    }

    @Test
    void forABrowserAPageComesWithItUntilItIsForSomebodyElse() {
        PackForm form = model.form();
        form.protection().set(Protection.NONE);
        model.choose(ForWhom.WEB_BROWSER);
        assertThat(form.page().get()).contains(OpenerKind.INSIDE);
        assertThat(form.protection().get()).isEqualTo(Protection.AES_256);
        assertThat(form.method().get()).isEqualTo(Method.DEFLATE);
        form.forBrowsers(OpenerKind.BESIDE);
        form.names().set(Names.VISIBLE);
        assertThat(form.whom().get()).isEqualTo(ForWhom.WEB_BROWSER);
        form.method().set(Method.XZ);
        assertThat(form.page().get()).as("browsers do not read it").isEmpty();
        model.choose(ForWhom.WEB_BROWSER);
        model.choose(ForWhom.AES_TOOL);
        assertThat(form.page().get()).isEmpty();
    }

    @Test
    void forWhomSetsCipherNamesAndMethodTogether() {
        PackForm form = model.form();
        form.choose(ForWhom.ANY_COMPUTER);
        assertThat(form.options().get().protection()).isEqualTo(Protection.TRADITIONAL);
        assertThat(form.options().get().names()).isEqualTo(Names.VISIBLE);
        form.choose(ForWhom.MYSELF);
        assertThat(form.options().get().method()).isEqualTo(Method.ZSTD);
        assertThat(form.options().get().names()).isEqualTo(Names.HIDDEN);
        assertThat(form.whom().get()).isEqualTo(ForWhom.MYSELF);
        form.method().set(Method.DEFLATE);
        assertThat(form.whom().get()).as("still served").isEqualTo(ForWhom.MYSELF);
        form.protection().set(Protection.TRADITIONAL);
        assertThat(form.whom().get()).isEqualTo(ForWhom.ANY_COMPUTER);
        assertThat(form.options().get().names())
                .as("traditional encryption hides no names")
                .isEqualTo(Names.VISIBLE);
        form.protection().set(Protection.AES_128);
        assertThat(form.whom().get()).isEqualTo(ForWhom.AES_TOOL);
    }

    @Test
    void strangersViewFollowsTheForm() {
        model.contents().add(List.of(dig));
        settle();
        assertThat(model.exposure().exposure().get().entries())
                .extracting(SeenEntry::path)
                .containsExactly("contents.zip");
        model.names().set(Names.VISIBLE);
        settle();
        assertThat(model.exposure().exposure().get().entries())
                .extracting(SeenEntry::path)
                .containsExactly("dig", "dig/a.txt", "dig/b.txt");
        assertThat(model.exposure().exposure().get().openers())
                .containsEntry(Opener.AES_UNZIP, Reach.YES);
    }

    @Test
    void forecastMeetsWhatIsPacked() {
        assertThat(model.forecast().seen().get()).isEmpty();
        model.contents().add(List.of(dig));
        settle();
        ForecastModel.Seen seen = model.forecast().seen().get().orElseThrow();
        assertThat(seen.folders()).containsKey("dig");
        assertThat(seen.of(model.contents().tree().get().children().get(0))).isPresent();
        typePassword("hut");
        model.pack();
        settle();
        long real = model.packing().result().get().orElseThrow().archiveBytes();
        assertThat(seen.forecast().archive().contains(real)).isTrue();
    }

    @Test
    void strengthFollowsThePasswordAndKnowsTheNames() {
        assertThat(model.newPassword().strength().strength().get()).isEmpty();
        model.password().first().set("saltmarshcauseway");
        settle();
        double before =
                model.newPassword().strength().strength().get().orElseThrow().guessesLog10();
        model.rename("saltmarsh-causeway");
        settle();
        model.password().first().set("");
        settle();
        model.password().first().set("saltmarshcauseway");
        settle();
        assertThat(model.newPassword().strength().strength().get().orElseThrow().guessesLog10())
                .isLessThan(before);
        model.password().first().set(" hut");
        settle();
        assertThat(model.newPassword().strength().traps().get())
                .containsExactly(TypingTraps.Trap.BLANK_AT_THE_START);
    }

    @Test
    void madePasswordIsShownInBothFieldsAndItsStrengthIsKnown() {
        try (Secret made = Secret.takeOver("KLMNPQRS23456789".toCharArray())) {
            model.newPassword().take(made, Strength.ofRandom(27));
            settle();
        }
        assertThat(model.password().first().get()).isEqualTo("KLMNPQRS23456789");
        assertThat(model.password().agreement().get().isEnough()).isTrue();
        assertThat(model.password().showing().get()).isTrue();
        assertThat(model.newPassword().strength().strength().get()).contains(Strength.ofRandom(27));
        assertThat(model.newPassword().isGivenAwayBy("it is klmnpqrs-23456789")).isTrue();
        assertThat(model.newPassword().isGivenAwayBy("the hut")).isFalse();
    }

    @Test
    void hintGoesIntoTheArchiveAndIsForgottenAfterwards() throws IOException {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        model.form().hint().set("where we slept");
        settle();
        model.pack();
        settle();
        try (var reader = Archives.open(model.packing().result().get().orElseThrow().archive())) {
            assertThat(reader.outside().comment()).isEqualTo("where we slept");
        }
        model.startAnew();
        settle();
        assertThat(model.form().hint().get()).isEmpty();
    }

    @Test
    void whatIsLeftOutCanBeBroughtBack() throws IOException {
        Files.writeString(dig.resolve("Thumbs.db"), "x");
        Files.writeString(dig.resolve("draft.bak"), "x");
        model.contents().add(List.of(dig));
        settle();
        assertThat(model.contents().leaveOut("*.bak", true)).isTrue();
        settle();
        assertThat(paths()).containsExactly("dig", "dig/a.txt", "dig/b.txt");
        model.contents()
                .remove(List.of(model.contents().tree().get().children().get(0).children().get(0)));
        settle();
        settle();
        assertThat(paths()).containsExactly("dig", "dig/b.txt");
        for (LeftOut left : model.contents().selection().get().leftOut()) {
            assertThat(left.reason().canBeBroughtBack()).isTrue();
            model.contents().bringBack(left);
            settle();
        }
        assertThat(paths())
                .containsExactlyInAnyOrder(
                        "dig", "dig/a.txt", "dig/b.txt", "dig/Thumbs.db", "dig/draft.bak");
        assertThat(model.contents().leaveOut("[", false)).isFalse();
    }

    @Test
    void findingNarrowsTheTreeAndNotTheSelection() {
        model.contents().add(List.of(dig));
        settle();
        model.contents().find().set("B.T");
        settle();
        Node<FileItem> folderNode = model.contents().tree().get().children().get(0);
        assertThat(folderNode.children()).extracting(Node::name).containsExactly("b.txt");
        assertThat(paths()).hasSize(3);
        model.contents().find().set("");
        settle();
        assertThat(model.contents().tree().get().files()).isEqualTo(2);
    }

    @Test
    void nameThatTellsSomethingIsNoticed() {
        model.contents().add(List.of(dig));
        settle();
        assertThat(model.revealingWord()).isEmpty();
        model.rename("my secret");
        settle();
        assertThat(model.revealingWord()).contains("secret");
        assertThat(model.proposedName(false)).startsWith("2026-11-24");
        assertThat(model.proposedName(true)).matches("autumn-[a-z]+\\.zip");
    }

    @Test
    void receiptKnowsTheForecast() {
        model.contents().add(List.of(dig));
        settle();
        typePassword("hut");
        model.pack();
        settle();
        long real = model.packing().result().get().orElseThrow().archiveBytes();
        assertThat(model.forecastWhenPacked().orElseThrow().contains(real)).isTrue();
    }

    @Test
    void roundBringsBackEverythingButThePassword() throws IOException {
        model.contents().add(List.of(dig));
        settle();
        model.contents().leaveOut("b.*", false);
        settle();
        model.form().choose(ForWhom.MYSELF);
        settle();
        model.rename("evening");
        settle();
        model.folder().set(folder.resolve("backup"));
        settle();
        typePassword("hut");
        new RoundOfPage(model).save("Evening copy", true);
        settle();
        PackViewModel other = model();
        assertThat(other.rounds().rounds()).extracting(Round::name).containsExactly("Evening copy");
        new RoundOfPage(other).load(other.rounds().rounds().get(0));
        settle();
        assertThat(other.contents().selection().get().items())
                .extracting(FileItem::path)
                .containsExactly("dig", "dig/a.txt");
        assertThat(other.name().get()).isEqualTo("evening-2026-11-24.zip");
        assertThat(other.folder().get()).isEqualTo(folder.resolve("backup"));
        assertThat(other.form().options().get().method()).isEqualTo(Method.ZSTD);
        assertThat(other.password().first().get()).isEmpty();
        assertThat(Files.readString(folder.resolve("state/rounds.json"))).doesNotContain("hut");
        other.rounds().forget(other.rounds().rounds().get(0));
        settle();
        assertThat(other.rounds().rounds()).isEmpty();
    }

    @Test
    void destinationAndFormAreRemembered() {
        model.contents().add(List.of(dig));
        settle();
        model.protection().set(Protection.AES_192);
        settle();
        typePassword("hut");
        model.pack();
        settle();
        assertThat(model.rounds().recentFolders()).containsExactly(folder);
        PackViewModel next = model();
        assertThat(next.protection().get()).isEqualTo(Protection.AES_192);
    }
}
