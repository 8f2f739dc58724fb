package app.lacuna.clearing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.clearing.Journal.Line;
import app.lacuna.clearing.Journal.Mark;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.assertj.core.api.Assertions;
import org.assertj.core.api.InstanceOfAssertFactories;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A process that really dies is in {@code KilledTest}. */
class RegisterTest {
    private static final String DEAD = "4711xdead";

    @TempDir Path folder;
    private Path register;
    private EndStore ends;

    @BeforeEach
    void make() throws IOException {
        register = Files.createDirectories(folder.resolve("register"));
        ends = new EndStore(register.resolve("ends"));
    }

    private Path temporary(String token) throws IOException {
        String name = Register.PREFIX + token + "-1f" + Register.TEMPORARY_FILE;
        return Files.writeString(folder.resolve(name), "half");
    }

    private Path ownFolder(String token) throws IOException {
        String name = Register.PREFIX + token + "-2f" + Register.OWN_FOLDER;
        return Files.createDirectory(folder.resolve(name));
    }

    private static Line line(Mark mark, Path path, Duration age) {
        String kind = mark == Mark.READABLE ? "EXTRACTED" : "";
        return new Line(mark, path, kind, Instant.now().minus(age));
    }

    private Path journalOf(String token, Line... lines) throws IOException {
        try (Journal journal = Journal.create(register, token)) {
            journal.append(List.of(lines), true);
        }
        return register.resolve(token + Journal.ENDING);
    }

    private int removeLeftovers() throws IOException {
        return new Leftovers(register, ends).remove();
    }

    @Test
    void filesOfADeadProcessAreTakenAway() throws IOException {
        Path left = temporary(DEAD);
        Path other = temporary("12xaa");
        Path mine = Files.writeString(folder.resolve(".lacuna-notes"), "mine");
        Path journal = journalOf(DEAD, line(Mark.TEMPORARY, folder, Duration.ZERO));
        assertThat(removeLeftovers()).isEqualTo(1);
        assertThat(left).doesNotExist();
        assertThat(journal).doesNotExist();
        assertThat(other).as("of a process that is not known to be dead").exists();
        assertThat(mine).exists();
    }

    /** Between getting its name and losing the temporary one, both names are of one file. */
    @Test
    void aFileThatHasItsNameAlreadyKeepsItsContents() throws IOException {
        Path left = temporary(DEAD);
        Path archive = Files.createLink(folder.resolve("winter.zip"), left);
        journalOf(DEAD, line(Mark.TEMPORARY, folder, Duration.ZERO));
        removeLeftovers();
        assertThat(left).doesNotExist();
        assertThat(archive).hasContent("half");
    }

    @Test
    void filesOfALivingProcessStay() throws IOException {
        Path left = temporary(DEAD);
        try (Journal alive = Journal.create(register, DEAD)) {
            alive.append(List.of(line(Mark.TEMPORARY, folder, Duration.ZERO)), true);
            assertThat(removeLeftovers()).isZero();
            assertThat(left).exists();
        }
    }

    @Test
    void ownFolderOfADeadProcessIsWiped() throws IOException {
        Path own = ownFolder(DEAD);
        Files.writeString(own.resolve("finds.csv"), "C-104");
        journalOf(DEAD, line(Mark.OWN, own, Duration.ZERO));
        assertThat(removeLeftovers()).isEqualTo(2);
        assertThat(own).doesNotExist();
    }

    @Test
    void whatCouldNotBeWipedIsTriedAgainAtTheNextStart() throws Exception {
        Path own = ownFolder(DEAD);
        Path fixed = Files.createDirectory(own.resolve("fixed"));
        Files.writeString(fixed.resolve("finds.csv"), "C-104");
        Files.writeString(own.resolve("levels.csv"), "1;2");
        Path journal = journalOf(DEAD, line(Mark.OWN, own, Duration.ZERO));
        try (Undeletable held = Undeletable.below(fixed)) {
            assertThat(removeLeftovers()).isEqualTo(1);
            assertThat(held.isHeld()).isTrue();
            assertThat(journal).as("not forgotten").exists();
        }
        assertThat(removeLeftovers()).isEqualTo(3);
        assertThat(own).doesNotExist();
        assertThat(journal).doesNotExist();
    }

    /** A journal that somebody else could have written must not wipe what is not ours. */
    @Test
    void onlyFoldersOfOurOwnAreWiped() throws IOException {
        Path photographs = Files.createDirectory(folder.resolve("photographs"));
        Files.writeString(photographs.resolve("C-104.jpg"), "picture");
        journalOf(DEAD, line(Mark.OWN, photographs, Duration.ZERO));
        removeLeftovers();
        assertThat(photographs.resolve("C-104.jpg")).hasContent("picture");
    }

    @Test
    void whatCanNotBeLookedAtIsTriedAgainForAWhile() throws IOException {
        Path stick = folder.resolve("stick");
        Path journal = journalOf(DEAD, line(Mark.TEMPORARY, stick, Duration.ofDays(10)));
        assertThat(removeLeftovers()).isZero();
        assertThat(journal).exists();
        Path left = Files.createDirectory(stick).resolve(temporary(DEAD).getFileName());
        Files.writeString(left, "half");
        assertThat(removeLeftovers()).isEqualTo(1);
        assertThat(left).doesNotExist();
        assertThat(journal).doesNotExist();
    }

    @Test
    void aFolderThatHasBeenGoneForMonthsIsForgotten() throws IOException {
        Path gone = folder.resolve("gone");
        Path journal = journalOf(DEAD, line(Mark.TEMPORARY, gone, Duration.ofDays(100)));
        removeLeftovers();
        assertThat(journal).doesNotExist();
    }

    @Test
    void readableCopiesAreRememberedUntilTheyAreGone() throws IOException {
        Path kept = Files.writeString(folder.resolve("a \n№.csv"), "readable");
        Path never = folder.resolve("never-written.csv");
        journalOf(
                DEAD,
                line(Mark.READABLE, kept, Duration.ofHours(1)),
                line(Mark.READABLE, never, Duration.ofHours(1)));
        removeLeftovers();
        assertThat(kept).as("it is the user's").exists();
        assertThat(ends.all())
                .flatExtracting(LooseEnd::files)
                .extracting(ReadableFile::path)
                .containsExactly(kept);
        String id = ends.all().get(0).id();
        ends.change(id, end -> end.withFiles(List.of()));
        assertThat(ends.all()).isEmpty();
    }

    /** A name may be bytes that are no text, blanks, or a line end. */
    @Test
    void aLooseEndComesBackAsItWasWrittenDown() throws IOException {
        Path odd = Files.writeString(folder.resolve("a b%20\n№\u0301.csv"), "readable");
        ReadableFile file =
                ReadableFile.now(odd, "x/a\"b.csv")
                        .withSha256(Optional.of("ab"))
                        .withInTrash(Optional.of(new InTrash(odd, folder)));
        LooseEnd end =
                new LooseEnd(
                        "4711-1",
                        LooseEnd.Kind.ORIGINAL,
                        Optional.of(folder.resolve("winter notes.zip")),
                        Optional.of("a1b2"),
                        Instant.parse("2026-11-13T10:00:00.123Z"),
                        Optional.of(Instant.parse("2026-11-14T10:00:00Z")),
                        List.of(Path.of("/"), folder.resolve("a stick")),
                        true,
                        List.of(file));
        ends.put(end);
        assertThat(ends.all()).containsExactly(end);
    }

    @Test
    void whatAJobHasSettledIsNotTakenFromItsJournal() throws IOException {
        Path kept = Files.writeString(folder.resolve("levels.csv"), "readable");
        Line readable =
                new Line(Mark.READABLE, kept, "EXTRACTED", Instant.now(), "b1", Optional.empty());
        Line settled = new Line(Mark.SETTLED, kept, "", Instant.now(), "b1", Optional.empty());
        journalOf(DEAD, readable, settled);
        removeLeftovers();
        assertThat(ends.all()).isEmpty();
    }

    @Test
    void originalsOfAnArchiveThatDidNotComeToBeAreNoLooseEnd() throws IOException {
        Path archive = folder.resolve("winter.zip");
        Line season = original("b1", archive);
        journalOf(DEAD, season);
        removeLeftovers();
        assertThat(ends.all()).isEmpty();
        Files.writeString(archive, "it has its name");
        journalOf(DEAD, season);
        removeLeftovers();
        assertThat(ends.all()).hasSize(1);
        assertThat(ends.all().get(0).files().get(0).sort()).isEqualTo(ReadableFile.Sort.TREE);
    }

    private Line original(String batch, Path archive) throws IOException {
        Path season = Files.createDirectories(folder.resolve("season"));
        return new Line(
                Mark.READABLE, season, "ORIGINAL", Instant.now(), batch, Optional.of(archive));
    }

    @Test
    void whatWasOutOfReachGetsItsNameBack() throws IOException {
        Path aside = Files.createDirectory(folder.resolve(".lacuna-" + DEAD + "-7.aside"));
        Files.writeString(aside.resolve("levels.csv"), "the older one");
        Files.writeString(aside.resolve("diary.txt"), "rain");
        Files.writeString(folder.resolve("levels.csv"), "somebody made this meanwhile");
        Path journal = journalOf(DEAD, line(Mark.ASIDE, aside, Duration.ZERO));
        removeLeftovers();
        assertThat(folder.resolve("diary.txt")).hasContent("rain");
        assertThat(folder.resolve("levels.csv")).hasContent("somebody made this meanwhile");
        assertThat(folder.resolve("levels (2).csv")).hasContent("the older one");
        assertThat(aside).doesNotExist();
        assertThat(journal).doesNotExist();
    }

    @Test
    void aLineThatWasCutOffIsLeftOut() throws IOException {
        Path own = ownFolder(DEAD);
        Path journal = journalOf(DEAD, line(Mark.OWN, own, Duration.ZERO));
        Files.writeString(journal, Files.readString(journal) + "{\"mark\":\"OW");
        assertThat(removeLeftovers()).isEqualTo(1);
        assertThat(own).doesNotExist();
    }

    @Test
    void nobodyElseCanReadWhatIsRemembered() throws IOException {
        Path state = folder.resolve("state");
        Register.start(state);
        Register.start(state);
        journalOf(DEAD, line(Mark.TEMPORARY, folder, Duration.ZERO));
        for (Path place : List.of(state, state.resolve("register"))) {
            assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(place)))
                    .isEqualTo("rwx------");
        }
        Path journal = register.resolve(DEAD + Journal.ENDING);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(journal)))
                .isEqualTo("rw-------");
    }

    @Test
    void placeThatCanNotBeWrittenIsNoTrouble() throws IOException {
        Path file = Files.createFile(folder.resolve("file"));
        assertThat(Register.start(file.resolve("state"))).isZero();
    }

    private Line part(Path part, Path last) throws IOException {
        String key = ReadableFile.now(part, "").key().orElseThrow();
        return new Line(Mark.PART, part, key, Instant.now(), "", Optional.of(last));
    }

    @Test
    void part_withoutTheLastOfItsSet_isDeleted() throws IOException {
        Path part = Files.writeString(folder.resolve("winter.z01"), "half");
        Path journal = journalOf(DEAD, part(part, folder.resolve("winter.zip")));
        assertThat(removeLeftovers()).isEqualTo(1);
        assertThat(part).doesNotExist();
        assertThat(journal).doesNotExist();
    }

    @Test
    void part_ofACompleteSet_staysEvenIfTheLastOneIsMovedLater() throws IOException {
        Path part = Files.writeString(folder.resolve("winter.z01"), "half");
        Path last = Files.writeString(folder.resolve("winter.zip"), "end");
        Path away = folder.resolve("away");
        Line keepsTheJournal = line(Mark.TEMPORARY, away, Duration.ZERO);
        journalOf(DEAD, part(part, last), keepsTheJournal);
        assertThat(removeLeftovers()).isZero();
        Files.delete(last);
        assertThat(removeLeftovers()).isZero();
        assertThat(part).exists();
    }

    @Test
    void part_replacedByAnotherFile_stays() throws IOException {
        Path part = Files.writeString(folder.resolve("winter.z01"), "half");
        Line line = part(part, folder.resolve("winter.zip"));
        Path other = Files.writeString(folder.resolve("other"), "the user's own");
        Files.move(other, part, StandardCopyOption.REPLACE_EXISTING);
        journalOf(DEAD, line);
        assertThat(removeLeftovers()).isZero();
        assertThat(part).hasContent("the user's own");
    }

    @Test
    void part_onADriveThatIsAway_isTriedAgain() throws IOException {
        Path drive = Files.createDirectory(folder.resolve("drive"));
        Path part = Files.writeString(drive.resolve("winter.z01"), "half");
        Path journal = journalOf(DEAD, part(part, drive.resolve("winter.zip")));
        Path away = folder.resolve("away");
        Files.move(drive, away);
        assertThat(removeLeftovers()).isZero();
        assertThat(journal).exists();
        Files.move(away, drive);
        assertThat(removeLeftovers()).isEqualTo(1);
        assertThat(journal).doesNotExist();
    }

    @Test
    void part_whoseSetCannotBeInspected_staysAndIsTriedAgain() throws IOException {
        Path part = Files.writeString(folder.resolve("a.z01"), "part");
        String key = ReadableFile.now(part, "").key().orElseThrow();
        Path journal =
                journalOf(DEAD, part(part, key, folder.resolve("x".repeat(300)), Duration.ZERO));
        assertThat(removeLeftovers()).isZero();
        assertThat(part).exists();
        assertThat(journal).exists();
    }

    @Test
    void part_whoseFolderIsGone_isForgottenAfterAWhile() throws IOException {
        Path part = folder.resolve("gone/a.z01");
        Path last = folder.resolve("gone/a.zip");
        Path journal = journalOf(DEAD, part(part, "1", last, Duration.ZERO));
        removeLeftovers();
        assertThat(journal).exists();
        Files.delete(journal);
        journalOf(DEAD, part(part, "1", last, Duration.ofDays(91)));
        removeLeftovers();
        assertThat(journal).doesNotExist();
    }

    private static Line part(Path part, String key, Path last, Duration age) {
        Instant since = Instant.now().minus(age);
        return new Line(Mark.PART, part, key, since, "", Optional.of(last));
    }

    /** What has been moved back stays where it is, whatever has its name now. */
    @Test
    void outOfReach_ifItIsGoneByTheJournal_nothingIsMoved() throws IOException {
        Path aside =
                Files.createDirectory(folder.resolve(Register.PREFIX + DEAD + "-1" + Aside.ENDING));
        Files.writeString(aside.resolve("levels.csv"), "1;2");
        Path journal =
                journalOf(
                        DEAD,
                        line(Mark.ASIDE, aside, Duration.ZERO),
                        line(Mark.GONE, aside, Duration.ZERO));
        removeLeftovers();
        assertThat(aside.resolve("levels.csv")).exists();
        assertThat(journal).doesNotExist();
    }

    @Test
    void originalsOfAnotherVersion_areNoLooseEnd() throws IOException {
        Path file = Files.writeString(folder.resolve("levels.csv"), "1;2");
        Line other = new Line(Mark.READABLE, file, "FROM_THE_FUTURE", Instant.now());
        assertThat(Unsettled.of(List.of(other))).isEmpty();
        Path gone = folder.resolve("gone.csv");
        assertThat(Unsettled.of(List.of(line(Mark.READABLE, gone, Duration.ZERO)))).isEmpty();
    }

    @Test
    void files_withoutARegister_areWrittenAllTheSame_butNoneIsMovedOutOfReach() throws IOException {
        Register.use(Optional.empty());
        try {
            Register.temporariesIn(folder);
            Register.ownFolder(folder);
            assertThat(Ends.all()).isEmpty();
            assertThat(Ends.damaged()).isEmpty();
            Ends.change("1", end -> end);
            Ends.proved(folder.resolve("a.zip"), Instant.EPOCH);
            assertThatThrownBy(() -> Register.require(line(Mark.ASIDE, folder, Duration.ZERO)))
                    .isInstanceOf(NotRecordedException.class);
        } finally {
            SessionRegister.restore();
        }
    }

    /** A journal that cannot be written any more: its disk is full, or gone. */
    @Test
    void aJournalThatCannotBeWritten_letsNothingBeMovedOutOfReach() throws IOException {
        Journal journal = Journal.create(register, DEAD);
        Register.use(register, journal);
        try {
            journal.close();
            Register.temporariesIn(folder);
            assertThatThrownBy(() -> Register.require(line(Mark.ASIDE, folder, Duration.ZERO)))
                    .isInstanceOf(NotRecordedException.class);
        } finally {
            SessionRegister.restore();
        }
    }

    @Test
    void theJournalOfAProcessThatEnds_staysWhileSomethingOfItIsLeft() throws IOException {
        for (boolean left : new boolean[] {true, false}) {
            Register.use(register, Journal.create(register, Register.token()));
            Path own = ownFolder(Register.token());
            Register.ownFolder(own);
            Register.temporariesIn(folder);
            Register.temporariesIn(folder.resolve("gone"));
            if (!left) {
                Files.delete(own);
            }
            SessionRegister.restore();
            Path journal = register.resolve(Register.token() + Journal.ENDING);
            assertThat(Files.exists(journal)).isEqualTo(left);
            Files.deleteIfExists(journal);
            Files.deleteIfExists(own);
        }
    }

    @Test
    void theJournalOfAProcessThatEnds_staysWhileATemporaryFileIsLeft() throws IOException {
        Register.use(register, Journal.create(register, Register.token()));
        Register.temporariesIn(folder);
        temporary(Register.token());
        SessionRegister.restore();
        assertThat(register.resolve(Register.token() + Journal.ENDING)).exists();
    }

    @Test
    void temporaryFile_thatCannotBeDeleted_isTriedAgain() throws IOException {
        Path held = Files.createDirectory(folder.resolve("held"));
        String name = Register.PREFIX + DEAD + "-1f" + Register.TEMPORARY_FILE;
        Path left = Files.writeString(held.resolve(name), "half");
        Path journal = journalOf(DEAD, line(Mark.TEMPORARY, held, Duration.ZERO));
        try (Undeletable fixed = Undeletable.below(held)) {
            assertThat(fixed.isHeld()).isTrue();
            removeLeftovers();
        }
        assertThat(left).exists();
        assertThat(journal).exists();
        removeLeftovers();
        assertThat(left).doesNotExist();
        assertThat(journal).doesNotExist();
    }

    @Test
    void unsettledFiles_areNamedRelativeToTheirBase() throws IOException {
        Path base = Files.createDirectories(folder.resolve("out").resolve("finds")).getParent();
        Path file = Files.writeString(base.resolve("finds").resolve("C-104.txt"), "hearth");
        journalOf(
                DEAD,
                line(Mark.READABLE, file, Duration.ZERO),
                line(Mark.BASE, base, Duration.ZERO),
                line(Mark.TEMPORARY, folder, Duration.ZERO));
        removeLeftovers();
        assertThat(ends.all())
                .singleElement()
                .extracting(LooseEnd::files)
                .asInstanceOf(InstanceOfAssertFactories.list(ReadableFile.class))
                .extracting(ReadableFile::path, ReadableFile::entry)
                .containsExactly(Assertions.tuple(file, "finds/C-104.txt"));
    }
}
