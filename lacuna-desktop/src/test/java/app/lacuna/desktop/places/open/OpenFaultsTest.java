package app.lacuna.desktop.places.open;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.OpenedArchive;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.desktop.parts.password.KeptPassword;
import app.lacuna.desktop.session.ArchiveSession;
import app.lacuna.desktop.session.CheckState;
import app.lacuna.desktop.session.Offer;
import app.lacuna.error.WrongPassword;
import app.lacuna.password.Strength;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.NoSuchElementException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Two things at once, each of which once ended where it did not belong. */
class OpenFaultsTest extends OnOpenArchive {
    private Path other() throws IOException {
        Path first = archive;
        Files.writeString(folder.resolve("dig/c.txt"), "third");
        archive = folder.resolve("other.zip");
        pack(Protection.AES_256);
        Files.delete(folder.resolve("dig/c.txt"));
        Path made = archive;
        archive = first;
        return made;
    }

    private List<String> paths() {
        return model.listing().entries().stream().map(ArchiveEntry::path).toList();
    }

    @Test
    void whatIsRestoredIsWhatWasComparedThere() throws IOException {
        unlock();
        Path there = Files.createDirectories(folder.resolve("there"));
        model.session().extract().folder().set(there);
        model.session().compare();
        settle();
        model.session().extract().folder().set(folder.resolve("elsewhere"));
        model.session().extract().restore();
        settle();
        assertThat(there.resolve("dig/a.txt")).hasContent("first");
        assertThat(folder.resolve("elsewhere")).as("never compared").doesNotExist();
    }

    @Test
    void aComparisonDoesNotOutliveTheArchiveThatItWasMadeOf() throws IOException {
        unlock();
        model.session().extract().folder().set(folder.resolve("there"));
        model.session().compare();
        settle();
        ArchiveSession before = model.session();
        before.changes().remove(List.of("dig/a.txt"));
        before.writing().write();
        settle();
        assertThat(model.session()).isNotSameAs(before);
        model.session().extract().restore();
        before.extract().restore();
        settle();
        assertThat(folder.resolve("there")).doesNotExist();
    }

    @Test
    void openingOneMoreWhileTheFirstIsLoadedShowsTheSecondAlone() throws IOException {
        Path second = other();
        model.open(archive);
        model.open(second);
        settle();
        assertThat(model.listing().archive()).isEqualTo(second);
        model.locked().password().set("hut");
        model.locked().unlock();
        model.open(archive);
        settle();
        assertThat(model.listing().archive()).isEqualTo(archive);
        unlock();
        assertThat(paths()).doesNotContain("dig/c.txt");
        model.session().extractAll();
        settle();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
        assertThat(folder.resolve("other")).doesNotExist();
    }

    @Test
    void lockingAtOnceLeavesNoNames() {
        model.open(archive);
        settle();
        model.locked().password().set("hut");
        model.locked().unlock();
        while (model.state().get() != OpenState.UNLOCKED) {
            script.step();
        }
        ArchiveSession session = model.session();
        model.lockNow();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKING);
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(session.inside().rows().get()).isEmpty();
        assertThat(session.changes().plan().get()).isEmpty();
    }

    @Test
    void anEditThatIsStillWorkedOutHoldsTheLock() {
        unlock();
        model.session().changes().remove(List.of("dig/a.txt"));
        assertThat(model.session().changes().count().get()).isZero();
        model.lock();
        assertThat(model.leaving().asked().get()).isEqualTo(Leaving.LOCK);
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.session().changes().count().get()).isEqualTo(1);
    }

    @Test
    void lockingAnewAsksAboutChangesFirst() {
        unlock();
        model.session().changes().remove(List.of("dig/a.txt"));
        settle();
        boolean[] goesOn = new boolean[1];
        model.leave(Leaving.LOCK_ANEW, () -> goesOn[0] = true);
        settle();
        assertThat(goesOn[0]).isFalse();
        assertThat(model.leaving().asked().get()).isEqualTo(Leaving.LOCK_ANEW);
        model.leaving().write();
        settle();
        assertThat(goesOn[0]).isTrue();
        assertThat(paths()).doesNotContain("dig/a.txt");

        model.session().changes().remove(List.of("dig/b.txt"));
        settle();
        model.session().relock().begin(model.listing());
        model.session().relock().samePassword().set(true);
        model.session().writing().relock(archive);
        settle();
        assertThat(model.session().changes().count().get()).as("not lost").isEqualTo(1);
    }

    @Test
    void aPasswordThatWasMadeForLockingAnewIsAskedAbout() {
        unlock();
        model.session().relock().begin(model.listing());
        try (Secret made = Secret.takeOver("KLMNPQRS23456789".toCharArray())) {
            model.session().relock().password().take(made, Strength.ofRandom(27));
        }
        model.session().writing().relock(archive);
        settle();
        assertThat(model.session().kept().orElseThrow().known().get()).isFalse();
        model.lock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.leaving().isAboutPassword()).isTrue();
        model.leaving().stay();
        model.session().kept().orElseThrow().isKnownNow();
        model.lock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(failureFor("hut")).contains("does not open");
    }

    @Test
    void lockingWhileSomethingIsTakenOutCancelsItFirst() {
        unlock();
        model.session().extractAll();
        model.lock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    private enum Kind {
        TAKING_OUT,
        COMPARING,
        WRITING,
        LOCKING_ANEW,
        OPENING_OUTSIDE,
        LOOKING,
        CLEARING
    }

    private int turn;

    private void start(Kind kind) {
        ArchiveSession session = model.session();
        session.extract().folder().set(folder.resolve("out " + turn++)); // so that nobody asks
        switch (kind) {
            case TAKING_OUT -> session.extractAll();
            case COMPARING -> session.compare();
            case WRITING -> {
                session.changes().remove(List.of("dig/a.txt"));
                settle();
                session.writing().write();
            }
            case LOCKING_ANEW -> {
                session.relock().begin(session.listing());
                session.relock().samePassword().set(true);
                session.writing().relock(archive);
            }
            case OPENING_OUTSIDE -> session.openOutside(entry("dig/a.txt"));
            case LOOKING -> session.view(entry("dig/a.txt"));
            case CLEARING -> {
                session.extractAll();
                settle();
                session.extract().clearCopies();
            }
        }
    }

    /** However far each job is, the archive is whole afterwards and its password opens it. */
    @ParameterizedTest
    @EnumSource
    @Timeout(60)
    void lockingDuringAnyJobEndsInALockedArchiveThatIsWhole(Kind kind) {
        for (int steps = 0; steps < 6; steps++) {
            unlock();
            start(kind);
            for (int i = 0; i < steps; i++) {
                script.step();
            }
            model.lockNow();
            settle();
            assertThat(model.state().get()).as(kind + " " + steps).isEqualTo(OpenState.LOCKED);
            assertThat(openedOutside).noneMatch(Files::exists);
            unlock();
            assertThat(checked()).isEqualTo(CheckState.Kind.WHOLE);
            assertThat(paths()).contains("dig/b.txt");
            model.lockNow();
            settle();
        }
    }

    /** The check of the damaged one ends when the user has tried to open something else. */
    @Test
    void takeOffer_isAboutTheArchiveThatItNames() throws IOException {
        byte[] noise = new byte[400_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(folder.resolve("dig/film.raw"), noise);
        pack(Protection.AES_256);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        Path text = Files.writeString(folder.resolve("no archive.zip"), "text");
        model.open(archive);
        settle();
        model.locked().password().set("hut");
        model.locked().unlock();
        while (model.state().get() != OpenState.UNLOCKED) {
            script.step();
        }
        model.open(text);
        script.stepInBackground();
        settle();
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.takeOffer();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.listing().archive()).isEqualTo(archive);
    }

    /** The wish waits for a look at the copies; locking ends that look, and fulfils the wish. */
    @Test
    void open_whileCopiesAreInspectedAndItIsLocked_opensTheOther() throws IOException {
        Path second = other();
        unlock();
        model.session().openOutside(entry("dig/a.txt"));
        settle();
        model.open(second);
        model.lockNow();
        settle();
        assertThat(model.listing().archive()).isEqualTo(second);

        model.open(archive);
        settle();
        unlock();
        model.session().openOutside(entry("dig/a.txt"));
        settle();
        boolean[] closed = new boolean[1];
        model.leave(Leaving.CLOSE_THE_WINDOW, () -> closed[0] = true);
        model.lockNow();
        settle();
        assertThat(closed[0]).isTrue();
        assertThat(openedOutside).noneMatch(Files::exists);
    }

    /** Of all that an archive has, only its file waits for the end of the jobs. */
    @Test
    void lockNow_wipesBeforeJobsEnd() throws IOException {
        unlock();
        ArchiveSession session = model.session();
        session.openOutside(entry("dig/a.txt"));
        settle();
        Path copy = openedOutside.get(0);
        assertThat(copy).hasContent("first");
        OpenedArchive reader = session.archive().opened();
        ArchiveEntry inside = reader.listing().entries().get(1);
        session.extractAll();
        model.lockNow();
        assertThatThrownBy(() -> reader.open(inside)).isInstanceOf(IllegalStateException.class);
        assertThatThrownBy(session.archive()::opened).isInstanceOf(NoSuchElementException.class);
        assertThat(session.archive().listing().entries()).as("the outside").isNotEmpty();
        settle();
        assertThat(copy).doesNotExist();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    /** What lies readable in a folder is told although the archive is locked by then. */
    @Test
    void lockNow_whileExtracting_tellsWhatIsReadable() {
        int told = 0;
        for (int steps = 0; steps < 8; steps++) {
            unlock();
            Path into = folder.resolve("into " + steps);
            model.session().extract().folder().set(into);
            model.session().extractAll();
            for (int i = 0; i < steps; i++) {
                script.step();
            }
            boolean known = model.session().extract().report().get().isPresent();
            model.lockNow();
            settle();
            if (Files.exists(into.resolve("dig/a.txt")) && !known) {
                assertThat(model.failure().get().orElseThrow().what())
                        .isEqualTo(
                                "Locking notes.zip stopped the extraction. 3 files are in %s.",
                                into.getFileName());
                told++;
            } else {
                assertThat(model.failure().get()).isEmpty();
            }
        }
        assertThat(told).isPositive();
    }

    @Test
    void lockNow_afterTheArchiveWasWritten_tellsThat() throws IOException {
        int told = 0;
        for (int steps = 0; steps < 8; steps++) {
            Files.writeString(folder.resolve("more " + steps + ".txt"), "more");
            unlock();
            model.session().changes().add(List.of(folder.resolve("more " + steps + ".txt")), "");
            settle();
            model.session().writing().write();
            for (int i = 0; i < steps; i++) {
                script.step();
            }
            boolean known = model.session().written().isPresent();
            model.lockNow();
            settle();
            boolean says = model.failure().get().isPresent();
            unlock();
            assertThat(says)
                    .as("after %d steps", steps)
                    .isEqualTo(!known && paths().contains("more " + steps + ".txt"));
            told += says ? 1 : 0;
            model.lockNow();
            settle();
        }
        assertThat(told).isPositive();
    }

    /** From the moment when it opens the archive, a made password is never lost. */
    @Test
    @Timeout(60)
    void lockNow_whileLockingAnewWithMadePassword_keepsThePassword() {
        String opens = "hut";
        int replaced = 0;
        for (int steps = 0; steps < 8; steps++) {
            unlockWith(opens);
            String text = "KLMNPQRS2345678" + steps;
            model.session().relock().begin(model.listing());
            try (Secret made = Secret.takeOver(text.toCharArray())) {
                model.session().relock().password().take(made, Strength.ofRandom(27));
            }
            model.session().writing().relock(archive);
            for (int i = 0; i < steps; i++) {
                script.step();
            }
            model.lockNow();
            settle();
            for (KeptPassword kept : List.copyOf(passwords.withoutPage())) {
                try (Secret secret = kept.copy()) {
                    opens = secret.withCharacters(Object::toString);
                }
                assertThat(opens).isEqualTo(text);
                kept.isKnownNow();
                replaced++;
            }
            unlockWith(opens);
            assertThat(checked()).as("after %d steps", steps).isEqualTo(CheckState.Kind.WHOLE);
            model.lockNow();
            settle();
        }
        assertThat(replaced).isPositive();
        assertThat(passwords.withoutPage()).isEmpty();
    }

    @Test
    void lose_givesTheMadePasswordUp() {
        unlock();
        model.session().relock().begin(model.listing());
        try (Secret made = Secret.takeOver("KLMNPQRS23456789".toCharArray())) {
            model.session().relock().password().take(made, Strength.ofRandom(27));
        }
        model.session().writing().relock(archive);
        settle();
        model.lock();
        settle();
        model.leaving().lose();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(passwords.withoutPage()).isEmpty();
    }

    @Test
    void severalFilesAtOnceAreNotOpenedAndThatIsSaid() {
        model.open(List.of(Path.of("a.txt"), Path.of("b.txt")));
        settle();
        assertThat(model.failure().get().orElseThrow().what()).contains("opened together");
    }

    @Test
    void aFolderOfPartsIsPutTogetherAndWhatIsMissingIsNamed() throws IOException {
        Path parts = Files.createDirectory(folder.resolve("parts"));
        Files.writeString(parts.resolve("winter.z01"), "the first part of two");
        model.open(List.of(parts));
        settle();
        assertThat(model.failure().get().orElseThrow().what())
                .isEqualTo("A part of winter.zip has not come: winter.zip.");
    }

    /** A clock that has jumped has slept. */
    @Test
    void aComputerThatHasSleptLocksEvenWhileSomethingIsUnderWay() {
        unlock();
        model.tick();
        settle();
        model.session().extractAll();
        clock.moveOn(Duration.ofHours(2));
        model.tick();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void whileTheUserWaitsForAJobTheArchiveStaysOpenAndLocksAfterIt() {
        unlock();
        model.tick();
        model.session().extractAll();
        for (int i = 0; i < 40; i++) {
            clock.moveOn(Duration.ofSeconds(30));
            model.tick();
        }
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        settle();
        assertThat(folder.resolve("notes/dig/a.txt")).exists();
        clock.moveOn(Duration.ofSeconds(30));
        model.tick();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void aSecondExtractionDoesNotForgetTheCopiesOfTheFirst() {
        unlock();
        model.session().extractAll();
        settle();
        model.session().extract().folder().set(folder.resolve("more"));
        model.session().extractAll();
        settle();
        model.session().extract().clearCopies();
        settle();
        assertThat(model.session().extract().cleared().get().orElseThrow().count()).isEqualTo(4);
        assertThat(folder.resolve("notes")).doesNotExist();
        assertThat(folder.resolve("more")).doesNotExist();
    }

    @Test
    void restoredFilesAreNoCopies() throws IOException {
        unlock();
        Path there = Files.createDirectories(folder.resolve("there"));
        model.session().extract().folder().set(there);
        model.session().compare();
        settle();
        model.session().extract().restore();
        settle();
        assertThat(model.session().extract().hasCopies()).isFalse();
        model.session().extract().clearCopies();
        settle();
        assertThat(there.resolve("dig/a.txt")).hasContent("first");
    }

    @Test
    void savingAsReplacesAFileThatTheDialogHasAskedAbout() throws IOException {
        unlock();
        Path target = Files.writeString(folder.resolve("in-the-way.zip"), "old");
        model.session().changes().remove(List.of("dig/a.txt"));
        model.session().writing().write(target);
        settle();
        assertThat(model.listing().archive()).isEqualTo(target);
        assertThat(paths()).containsExactly("dig", "dig/b.txt");
    }

    @Test
    void aCheckThatIsGivenUpSaysSo() throws IOException {
        names = Names.HIDDEN;
        pack(Protection.AES_256);
        model.open(archive);
        settle();
        model.locked().password().set("hut");
        model.locked().unlock();
        while (model.state().get() != OpenState.UNLOCKED) {
            script.step();
        }
        Files.delete(archive);
        Files.createFile(archive);
        settle();
        assertThat(checked()).isNotEqualTo(CheckState.Kind.RUNNING);
    }

    @Test
    void aPasswordThatIsKnownFromElsewhereOpensItAtOnceAndAWrongOneIsSaid() {
        model.open(archive, Secret.takeOver("hut".toCharArray()));
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        model.open(archive, Secret.takeOver("hat".toCharArray()));
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.failure().get().orElseThrow().what())
                .isEqualTo(
                        app.lacuna.desktop.words.FailureText.of(new WrongPassword(archive)).what());
    }

    @Test
    void afterLockingNothingOfTheOldArchiveIsToldAnywhere() {
        unlock();
        ArchiveSession session = model.session();
        session.changes().move("dig/a.txt", "dig/b.txt");
        settle();
        assertThat(session.changes().failure().get()).isPresent();
        model.lock();
        settle();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.failure().get()).isEmpty();
    }
}
