package app.lacuna.desktop.open;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.base.CancelToken;
import app.lacuna.base.ProgressListener;
import app.lacuna.base.Secret;
import app.lacuna.change.PlannedEntry;
import app.lacuna.desktop.inside.Order;
import app.lacuna.desktop.viewer.Viewed;
import app.lacuna.desktop.window.MovableClock;
import app.lacuna.desktop.work.Threads;
import app.lacuna.extract.Comparison;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackRequest.AfterPacking;
import app.lacuna.password.Slip;
import app.lacuna.preview.Preview;
import app.lacuna.rounds.OpenHistory;
import app.lacuna.selection.PathTree.Node;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.StagedFile.Existing;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class OpenViewModelTest {
    @TempDir Path folder;
    private Path archive;
    private Names names = Names.VISIBLE;
    private OpenViewModel model;
    private final MovableClock clock = new MovableClock();
    private final List<Path> openedOutside = new ArrayList<>();

    @BeforeEach
    void pack() throws IOException {
        model =
                new OpenViewModel(
                        new Threads(Runnable::run, Runnable::run),
                        new OpenHistory(folder.resolve("state")),
                        openedOutside::add,
                        clock);
        Path dig = Files.createDirectory(folder.resolve("dig"));
        Files.writeString(dig.resolve("a.txt"), "first");
        Files.writeString(dig.resolve("b.txt"), "second");
        archive = folder.resolve("notes.zip");
        pack(Protection.AES_256);
    }

    private void pack(Protection protection) throws IOException {
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never())
                                .scan(List.of(folder.resolve("dig"))),
                        archive,
                        PackOptions.STANDARD.withProtection(protection).withNames(names),
                        Existing.REPLACE,
                        AfterPacking.TRUST);
        try (Secret secret = Secret.takeOver("hut".toCharArray())) {
            Optional<Secret> password =
                    protection.needsPassword() ? Optional.of(secret) : Optional.empty();
            new PackJob(request, password, ProgressListener.none(), CancelToken.never()).run();
        }
    }

    @Test
    void hiddenNamesAppearWithThePasswordAndAreChecked() throws IOException {
        byte[] noise = new byte[2_000_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(folder.resolve("dig/film.raw"), noise);
        names = Names.HIDDEN;
        pack(Protection.AES_256);
        model.open(archive);
        assertThat(model.listing().entries()).hasSize(1);
        model.password().set("hut");
        model.unlock();
        assertThat(model.listing().entries()).hasSize(4);
        assertThat(checked()).isEqualTo(CheckState.Kind.WHOLE);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        assertThat(checked()).isEqualTo(CheckState.Kind.CHANGED);
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.extractAll();
        assertThat(model.extract().failure().get()).isPresent();
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    private void unlock() {
        model.open(archive);
        model.password().set("hut");
        model.unlock();
    }

    private CheckState.Kind checked() {
        return model.check().state().get().kind();
    }

    private PlannedEntry entry(String path) {
        return model.changes().plan().get().orElseThrow().entries().stream()
                .filter(entry -> entry.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void showsWhatCanBeSeenWithoutThePassword() {
        model.open(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.listing().entries()).hasSize(3);
    }

    @Test
    void wrongPasswordStaysInTheFieldAndLosesNothing() {
        model.open(archive);
        model.password().set("hat");
        model.unlock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.failure().get().orElseThrow().what()).contains("does not open");
        assertThat(model.password().get()).isEqualTo("hat");
        model.password().set("hut");
        model.unlock();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.failure().get()).isEmpty();
        assertThat(model.password().get()).isEmpty();
    }

    @Test
    void damagedFileIsToldAsDamaged() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length / 2));
        model.open(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThat(model.failure().get().orElseThrow().what()).contains("damaged");
    }

    @Test
    void otherFileDoesNotCloseTheOpenArchive() throws IOException {
        unlock();
        model.open(Files.writeString(folder.resolve("diary.txt"), "rain"));
        assertThat(model.failure().get().orElseThrow().what()).contains("diary.txt");
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
    }

    @Test
    void archiveWithoutPasswordIsOpenAtOnce() throws IOException {
        pack(Protection.NONE);
        model.open(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
    }

    @Test
    void showsAFileFromMemory() {
        unlock();
        model.view(entry("dig/a.txt"));
        assertThat(model.viewer().viewed().get())
                .isInstanceOfSatisfying(
                        Viewed.Shown.class,
                        shown -> {
                            assertThat(shown.path()).isEqualTo("dig/a.txt");
                            Preview.Text text = (Preview.Text) shown.preview();
                            assertThat(text.pages().page(0)).isEqualTo("first");
                        });
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void lockingForgetsEverything() {
        unlock();
        PlannedEntry shown = entry("dig/a.txt");
        model.view(shown);
        Preview.Text text = (Preview.Text) ((Viewed.Shown) model.viewer().viewed().get()).preview();
        model.inside().chosen().choose(top(), true);
        model.lock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Nothing.class);
        assertThat(text.pages().page(0)).as("overwritten").isEqualTo("\0\0\0\0\0");
        assertThat(model.inside().chosen().count()).isZero();
        assertThat(model.inside().rows().get()).isEmpty();
        assertThat(model.inside().root().get()).isEmpty();
        assertThat(model.changes().plan().get()).isEmpty();
        model.view(shown);
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Failed.class);
    }

    private Node<PlannedEntry> top() {
        return model.inside().root().get().orElseThrow().children().get(0);
    }

    @Test
    void closingLeavesNoArchive() {
        unlock();
        model.closeNow();
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThatThrownBy(model::listing).isInstanceOf(NoSuchElementException.class);
    }

    @Test
    void extractsIntoAFolderOfItsName() {
        unlock();
        assertThat(model.extract().folder().get()).isEqualTo(folder.resolve("notes"));
        model.extractAll();
        assertThat(model.extract().report().get().orElseThrow().isComplete()).isTrue();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    @Test
    void extractsOnlyWhatIsChosen() {
        unlock();
        model.inside().chosen().choose(top(), true);
        assertThat(model.inside().chosenEntries()).hasSize(3);
        assertThat(model.inside().chosen().count()).isEqualTo(3);
        model.inside().chosen().choose(top().children().get(0), false);
        assertThat(model.inside().chosenEntries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/b.txt");
        assertThat(model.inside().chosen().count()).isEqualTo(1);
        assertThat(model.inside().chosen().bytes()).isEqualTo(6);
        model.extractChosen();
        assertThat(folder.resolve("notes/dig/b.txt")).exists();
        assertThat(folder.resolve("notes/dig/a.txt")).doesNotExist();
        model.extract().clearCopies();
        assertThat(model.extract().cleared().get().orElseThrow().gone()).isEqualTo(1);
        assertThat(folder.resolve("notes")).doesNotExist();
    }

    @Test
    void restoringComparesFirstAndWritesOnlyWhatDiffers() throws IOException {
        unlock();
        model.extract().folder().set(folder);
        Files.writeString(folder.resolve("dig/a.txt"), "lost");
        model.compare();
        assertThat(Comparison.differing(model.extract().comparison().get().orElseThrow()))
                .extracting(ArchiveEntry::path)
                .containsExactly("dig/a.txt");
        model.restore();
        assertThat(folder.resolve("dig/a.txt")).hasContent("first");
        assertThat(model.extract().report().get().orElseThrow().entries()).hasSize(1);
    }

    @Test
    void locksItselfAfterATimeWithoutUse() {
        unlock();
        model.tick();
        assertThat(model.autoLock().left().get().orElseThrow().toMinutes()).isEqualTo(9);
        passMinutes(9);
        model.touched();
        passMinutes(9);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        passMinutes(2);
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    /** As the window does: a tick every second or so. */
    private void passMinutes(int minutes) {
        for (int i = 0; i < minutes * 3; i++) {
            clock.moveOn(Duration.ofSeconds(20));
            model.tick();
        }
    }

    @Test
    void locksItselfWhenTheComputerHasSlept() {
        unlock();
        model.tick();
        clock.moveOn(Duration.ofMinutes(2));
        model.tick();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }

    @Test
    void theTimeCanBeChangedAndIsKept() {
        unlock();
        model.tick();
        model.autoLock().minutes().set(0);
        assertThat(model.autoLock().left().get()).isEmpty();
        passMinutes(100);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        OpenViewModel next =
                new OpenViewModel(
                        new Threads(Runnable::run, Runnable::run),
                        new OpenHistory(folder.resolve("state")),
                        openedOutside::add,
                        clock);
        assertThat(next.autoLock().minutes().get()).isZero();
        assertThat(next.recent().archives()).containsExactly(archive);
    }

    @Test
    void unwrittenChangesHoldItOpenAndAreAskedAbout() throws IOException {
        unlock();
        model.changes().remove(List.of("dig/a.txt"));
        passMinutes(30);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        model.lock();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        model.writeAndLeave(() -> {});
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.password().set("hut");
        model.unlock();
        assertThat(model.listing().entries()).hasSize(2);
    }

    @Test
    void editsAreWrittenInOneGoAndTheArchiveStaysOpen() throws IOException {
        unlock();
        Path diary = Files.writeString(folder.resolve("diary.txt"), "rain");
        model.changes().add(List.of(diary), "dig/notes");
        model.changes().move("dig/a.txt", "dig/first.txt");
        model.changes().remove(List.of("dig/b.txt"));
        model.changes().move("dig/first.txt", "dig");
        assertThat(model.changes().failure().get().orElseThrow().what()).contains("this name");
        assertThat(model.changes().count().get()).isEqualTo(3);
        model.changes().undo();
        assertThat(model.changes().count().get()).isEqualTo(2);
        model.writing().write();
        assertThat(model.changes().failure().get()).isEmpty();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.changes().count().get()).isZero();
        assertThat(model.listing().entries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig", "dig/first.txt", "dig/b.txt", "dig/notes/diary.txt");
        model.view(entry("dig/notes/diary.txt"));
        assertThat(model.viewer().viewed().get()).isInstanceOf(Viewed.Shown.class);
    }

    @Test
    void changesCanGoIntoANewArchive() throws IOException {
        unlock();
        byte[] before = Files.readAllBytes(archive);
        Path other = folder.resolve("other.zip");
        model.changes().remove(List.of("dig/b.txt"));
        model.writing().writeTo(other);
        assertThat(archive).hasBinaryContent(before);
        assertThat(model.listing().archive()).isEqualTo(other);
        assertThat(model.listing().entries()).hasSize(2);
    }

    @Test
    void lockedAnewItOpensWithTheNewPasswordOnly() {
        unlock();
        model.relock().begin(model.listing());
        assertThat(model.relock().ready().get()).isFalse();
        model.relock().names().set(Names.HIDDEN);
        model.relock().password().first().set("dyke");
        model.relock().password().second().set("dyke");
        model.relock().hint().set("not the dyke");
        assertThat(model.relock().ready().get()).as("the hint gives it away").isFalse();
        model.relock().hint().set("the other one");
        model.writing().relock(archive);
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.listing().names()).isEqualTo(Names.HIDDEN);
        model.lock();
        assertThat(model.listing().comment()).isEqualTo("the other one");
        model.password().set("hut");
        model.unlock();
        assertThat(model.failure().get()).isPresent();
        model.password().set("dyke");
        model.unlock();
        assertThat(model.listing().entries()).hasSize(3);
    }

    @Test
    void aSlipOfThePasswordIsFoundAndNamed() {
        model.open(archive);
        model.password().set("HUT");
        model.tryVariants();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(model.variants().slip().get()).contains(Slip.CAPS_LOCK);
        model.lock();
        model.password().set("house");
        model.unlock();
        assertThat(model.variants().offered().get()).isTrue();
        model.tryVariants();
        assertThat(model.variants().nothingFound().get()).isTrue();
        assertThat(model.password().get()).isEqualTo("house");
    }

    @Test
    void aCopyChangedOutsideIsPackedOrDiscardedAndWipedAtLock() throws IOException {
        unlock();
        model.openOutside(entry("dig/a.txt"));
        model.openOutside(entry("dig/b.txt"));
        Path copy = openedOutside.get(0);
        assertThat(copy).hasContent("first");
        change(copy, "corrected");
        change(openedOutside.get(1), "spoiled");
        model.tick();
        assertThat(model.outside().changed().get()).containsExactly("dig/a.txt", "dig/b.txt");
        assertThat(model.hasUnwritten()).isTrue();
        model.outside().discard("dig/b.txt");
        assertThat(openedOutside.get(1)).doesNotExist();
        model.writing().packOutside("dig/a.txt");
        assertThat(model.changes().failure().get()).isEmpty();
        assertThat(model.hasUnwritten()).isFalse();
        model.view(entry("dig/a.txt"));
        Viewed.Shown shown = (Viewed.Shown) model.viewer().viewed().get();
        assertThat(((Preview.Text) shown.preview()).pages().page(0)).isEqualTo("corrected");
        assertThat(copy).exists();
        model.lock();
        assertThat(copy).doesNotExist();
        assertThat(copy.getParent().getParent()).doesNotExist();
    }

    private static void change(Path file, String text) throws IOException {
        Files.writeString(file, text);
        Files.setLastModifiedTime(file, FileTime.from(Instant.ofEpochSecond(1_000)));
    }

    @Test
    void damagedEntriesAreCountedAndMarked() throws IOException {
        byte[] noise = new byte[400_000];
        new java.util.Random(1).nextBytes(noise);
        Files.write(folder.resolve("dig/film.raw"), noise);
        pack(Protection.AES_256);
        byte[] bytes = Files.readAllBytes(archive);
        bytes[bytes.length / 2] ^= 1;
        Files.write(archive, bytes);
        unlock();
        CheckState state = model.check().state().get();
        assertThat(state.kind()).isEqualTo(CheckState.Kind.DAMAGED);
        assertThat(state.damaged()).isEqualTo(1);
        assertThat(state.entries()).isEqualTo(4);
        assertThat(model.check().damaged()).containsExactly("dig/film.raw");
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
    }

    @Test
    void whatIsLeftOfHalfAnArchiveCanBeSaved() throws IOException {
        byte[] bytes = Files.readAllBytes(archive);
        Files.write(archive, java.util.Arrays.copyOf(bytes, bytes.length - 60));
        model.open(archive);
        assertThat(model.offer().get()).isEqualTo(Offer.SALVAGE);
        model.takeOffer();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.password().set("hut");
        model.unlock();
        assertThat(model.isSalvaged()).isTrue();
        model.extractAll();
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("second");
    }

    @Test
    void findingGoesThroughClosedFoldersAndTicksWhatIsFound() {
        unlock();
        model.inside().setOpen(top(), false);
        assertThat(model.inside().rows().get()).hasSize(1);
        model.inside().find().set("B.t");
        assertThat(model.inside().rows().get()).extracting(Node::path).containsExactly("dig/b.txt");
        model.inside().find().set("*.txt");
        assertThat(model.inside().rows().get()).hasSize(2);
        model.inside().chooseFound();
        model.inside().find().set("");
        assertThat(model.inside().chosenPaths()).containsExactly("dig/a.txt", "dig/b.txt");
    }

    @Test
    void linesAreSortedWithinTheirFolder() {
        unlock();
        model.inside().order().set(new Order(Order.By.SIZE, true));
        assertThat(model.inside().rows().get())
                .extracting(Node::path)
                .containsExactly("dig", "dig/b.txt", "dig/a.txt");
    }

    /** Headers that say two gigabytes, over two bytes. */
    @Test
    void whatClaimsTooMuchIsOpenedOnlyWhenTheUserInsists() throws IOException {
        Path trap = folder.resolve("trap.zip");
        try (ZipArchiveOutputStream zip = new ZipArchiveOutputStream(trap.toFile())) {
            ZipArchiveEntry entry = new ZipArchiveEntry("zeros");
            entry.setMethod(8);
            entry.setSize(2_000_000_000L);
            entry.setCompressedSize(2);
            entry.setCrc(0);
            zip.addRawArchiveEntry(entry, new ByteArrayInputStream(new byte[] {3, 0}));
        }
        model.open(trap);
        assertThat(model.state().get()).isEqualTo(OpenState.NOTHING);
        assertThat(model.offer().get()).isEqualTo(Offer.ALL_THE_SAME);
        model.takeOffer();
        assertThat(model.state().get()).isEqualTo(OpenState.UNLOCKED);
        assertThat(checked()).isEqualTo(CheckState.Kind.DAMAGED);
    }

    @Test
    void whatMayHaveGoneWrongWithThePasswordIsSaid() {
        model.open(archive);
        assertThat(failureFor("hut ")).contains("begins or ends with a blank");
        assertThat(failureFor("yht")).contains("lie elsewhere on other keyboards");
        assertThat(failureFor("hat")).isEqualTo("This password does not open it.");
    }

    private String failureFor(String typed) {
        model.password().set(typed);
        model.unlock();
        return model.failure().get().orElseThrow().what();
    }

    @Test
    void whatCanNotBePutInIsSaid() {
        unlock();
        model.changes().add(List.of(folder.resolve("gone.txt"), folder.resolve("dig/a.txt")), "x");
        assertThat(model.changes().leftOut().get()).hasSize(1);
        assertThat(model.changes().count().get()).isEqualTo(1);
        model.changes().add(List.of(folder.resolve("gone.txt")), "x");
        assertThat(model.changes().leftOut().get()).hasSize(1);
        assertThat(model.changes().count().get()).isEqualTo(1);
        model.changes().undo();
        assertThat(model.changes().leftOut().get()).isEmpty();
    }

    @Test
    void packingOneChangeFromOutsideLeavesTheOthersToBePacked() throws IOException {
        unlock();
        model.openOutside(entry("dig/a.txt"));
        model.openOutside(entry("dig/b.txt"));
        change(openedOutside.get(0), "corrected");
        change(openedOutside.get(1), "corrected too");
        model.tick();
        model.writing().packOutside("dig/a.txt");
        model.tick();
        assertThat(model.outside().changed().get()).containsExactly("dig/b.txt");
        model.lock();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        model.writeAndLeave(() -> {});
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
        model.password().set("hut");
        model.unlock();
        model.extractAll();
        assertThat(folder.resolve("notes/dig/a.txt")).hasContent("corrected");
        assertThat(folder.resolve("notes/dig/b.txt")).hasContent("corrected too");
    }

    @Test
    void whatTakesTheNameOfSomethingRemovedIsSeen() throws IOException {
        unlock();
        model.changes().remove(List.of("dig/a.txt"));
        model.changes().add(List.of(folder.resolve("dig/a.txt")), "dig");
        assertThat(model.inside().rows().get())
                .filteredOn(node -> node.path().equals("dig/a.txt"))
                .singleElement()
                .matches(node -> node.value().orElseThrow().state() == PlannedEntry.State.ADDED);
    }

    /** Between two looks, a second apart. */
    @Test
    void whatWasSavedAMomentAgoIsNotLostByLocking() throws IOException {
        unlock();
        model.openOutside(entry("dig/a.txt"));
        change(openedOutside.get(0), "corrected");
        model.lock();
        assertThat(model.leaving().get()).isEqualTo(Leaving.LOCK);
        assertThat(openedOutside.get(0)).hasContent("corrected");
        model.leaving().set(Leaving.NOT);
        model.outside().discard("dig/a.txt");
        model.lock();
        assertThat(model.state().get()).isEqualTo(OpenState.LOCKED);
    }
}
