package app.lacuna.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.ArchiveEntry;
import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.desktop.parts.viewer.Viewed;
import app.lacuna.desktop.session.OpenArchive.Way;
import app.lacuna.desktop.support.Packed;
import app.lacuna.edit.PlannedEntry;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class ArchiveSessionTest extends OnSession {
    private ArchiveSession notes(Names names) throws IOException {
        return session(unlocked(Packed.notes(folder, Protection.AES_256, names), Way.USUAL));
    }

    private static PlannedEntry entry(ArchiveSession session, String path) {
        return session.changes().plan().get().orElseThrow().entries().stream()
                .filter(entry -> entry.path().equals(path))
                .findFirst()
                .orElseThrow();
    }

    private void close(ArchiveSession session) {
        List<String> ends = new ArrayList<>();
        session.close(() -> ends.add("closed"));
        script.settle();
        assertThat(ends).containsExactly("closed");
    }

    @Test
    void theWholeArchiveIsCheckedInTheBackground() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        CheckState state = session.check().state().get();
        assertThat(state.kind()).isEqualTo(CheckState.Kind.WHOLE);
        assertThat(state.entries()).isEqualTo(3);
        assertThat(state.ended()).contains(NOW);
        close(session);
    }

    @Test
    void hiddenNames_areCheckedByOneCode() throws IOException {
        ArchiveSession session = notes(Names.HIDDEN);
        assertThat(session.check().state().get().kind()).isEqualTo(CheckState.Kind.WHOLE);
        assertThat(session.check().state().get().entries()).isZero();
        close(session);
    }

    @Test
    void aChangedByte_isFoundAndSavingIsOffered() throws IOException {
        Path file = Packed.notes(folder, Protection.AES_256, Names.VISIBLE);
        ArchiveEntry a;
        try (OpenArchive archive = open(file, Way.USUAL)) {
            a = archive.listing().entries().get(1);
        }
        byte[] bytes = Files.readAllBytes(file);
        // 12 bytes into the data of the first file: after its local header, name and salt
        int at = indexOf(bytes, a.path()) + a.path().length() + 11 + 18 + 3;
        bytes[at] ^= 1;
        Files.write(file, bytes);
        ArchiveSession session = session(unlocked(file, Way.USUAL));
        assertThat(session.check().state().get().kind()).isEqualTo(CheckState.Kind.DAMAGED);
        assertThat(session.check().damaged()).hasSize(1);
        assertThat(troubles.offer().get()).isEqualTo(Offer.SALVAGE);
        close(session);
    }

    private static int indexOf(byte[] bytes, String text) {
        return new String(bytes, StandardCharsets.ISO_8859_1).indexOf(text);
    }

    @Test
    void whatMayHoldAnArchive_isOfferedToBeLookedInto() throws IOException {
        Path one = Files.createDirectory(folder.resolve("one"));
        Path inner = Files.writeString(one.resolve("inner.zip"), "no archive, but called so");
        Path file =
                Packed.archive(folder.resolve("o.zip"), inner, Protection.AES_256, Names.VISIBLE);
        ArchiveSession session = session(unlocked(file, Way.USUAL));
        assertThat(troubles.offer().get()).isEqualTo(Offer.LOOK_INSIDE);
        close(session);
    }

    @Test
    void view_showsFromMemory_untilItIsClosed() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.view(entry(session, "dig/a.txt"));
        script.settle();
        assertThat(session.viewer().viewed().get()).isInstanceOf(Viewed.Shown.class);
        close(session);
        session.view(entry(session, "dig/b.txt"));
        script.settle();
        assertThat(session.viewer().viewed().get()).isNotInstanceOf(Viewed.Shown.class);
    }

    @Test
    void extractAll_writesBesideTheArchive_andIsWorkingMeanwhile() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        assertThat(session.isWorking()).isFalse();
        session.extractAll();
        assertThat(session.isWorking()).isTrue();
        script.settle();
        assertThat(session.isWorking()).isFalse();
        assertThat(folder.resolve("notes/dig/a.txt")).hasContent("first");
        close(session);
    }

    @Test
    void extractChosen_writesOnlyThat() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.inside().find().set("a.txt");
        script.settle();
        session.inside().chooseFound();
        session.extractChosen();
        script.settle();
        assertThat(folder.resolve("notes/dig/a.txt")).exists();
        assertThat(folder.resolve("notes/dig/b.txt")).doesNotExist();
        close(session);
    }

    @Test
    void compare_withoutAnythingChosen_takesAll() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.compare();
        script.settle();
        assertThat(session.extract().comparison().get().orElseThrow().compared()).hasSize(3);
        close(session);
    }

    @Test
    void openOutside_makesACopy_whichClosingWipes() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.openOutside(entry(session, "dig/a.txt"));
        script.settle();
        assertThat(openedOutside).hasSize(1);
        assertThat(openedOutside.get(0)).hasContent("first");
        assertThat(session.hasCopiesOutside()).isTrue();
        close(session);
        assertThat(openedOutside.get(0)).doesNotExist();
    }

    @Test
    void aSessionAfterThisOne_keepsTheCopiesAndTheFolder() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.openOutside(entry(session, "dig/a.txt"));
        script.settle();
        session.extract().folder().set(folder.resolve("elsewhere"));
        ArchiveSession next =
                ArchiveSession.after(
                        session,
                        life.inner(),
                        unlocked(folder.resolve("notes.zip"), Way.USUAL),
                        surroundings());
        script.settle();
        close(session);
        assertThat(openedOutside.get(0)).exists();
        assertThat(next.hasCopiesOutside()).isTrue();
        assertThat(next.extract().folder().get()).isEqualTo(folder.resolve("elsewhere"));
        close(next);
        assertThat(openedOutside.get(0)).doesNotExist();
    }

    @Test
    void hasUnwritten_afterAnEdit_andNoMoreWhenItIsTakenBack() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        assertThat(session.hasUnwritten()).isFalse();
        session.changes().remove(List.of("dig/a.txt"));
        assertThat(session.hasUnwritten()).as("at once").isTrue();
        script.settle();
        assertThat(session.hasUnwritten()).isTrue();
        assertThat(session.losesOnlyPassword()).isFalse();
        session.changes().undo();
        script.settle();
        assertThat(session.hasUnwritten()).isFalse();
        close(session);
    }

    @Test
    void write_opensWhatWasWritten() throws IOException {
        ArchiveSession session = notes(Names.HIDDEN);
        session.changes().remove(List.of("dig/a.txt"));
        session.writing().write();
        script.settle();
        assertThat(written).hasSize(1);
        WritingModel.Written after = written.get(0);
        assertThat(after.result()).isPresent();
        assertThat(after.failure()).isEmpty();
        assertThat(after.archive().orElseThrow().listing().entries())
                .extracting(ArchiveEntry::path)
                .containsExactly("dig", "dig/b.txt");
        after.close();
        close(session);
    }

    @Test
    void write_withNothingToWrite_doesNothing() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.changes().remove(List.of("dig/a.txt"));
        session.changes().undo();
        List<String> told = new ArrayList<>();
        session.writing().writeEverything(() -> told.add("nothing"));
        script.settle();
        assertThat(told).containsExactly("nothing");
        assertThat(written).isEmpty();
        close(session);
    }

    /** The place of the new archive is a folder: the old one stays open, and the reason is told. */
    @Test
    void write_thatFails_leavesTheOldOneOpen() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.changes().remove(List.of("dig/a.txt"));
        Path taken = Files.createDirectories(folder.resolve("taken.zip/full"));
        session.writing().write(taken.getParent());
        script.settle();
        assertThat(written).hasSize(1);
        assertThat(written.get(0).stays()).isTrue();
        assertThat(written.get(0).failure()).isPresent();
        assertThat(session.changes().failure().get()).isPresent();
        assertThat(session.changes().count().get()).isEqualTo(1);
        assertThat(session.archive().needsToBeUnlocked()).isFalse();
        close(session);
    }

    @Test
    void close_whileItIsWritten_tellsThatItWasStillWritten() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        session.changes().remove(List.of("dig/a.txt"));
        session.writing().write();
        for (int i = 0; i < 1_000 && !session.writing().action().running().get(); i++) {
            script.step();
        }
        while (script.stepInBackground()) {
            // the writing comes to its end before anything is told of it
        }
        close(session);
        assertThat(written).isEmpty();
        assertThat(late).hasSize(1);
        try (OpenArchive now = unlocked(folder.resolve("notes.zip"), Way.USUAL)) {
            assertThat(now.listing().entries()).hasSize(2);
        }
    }

    @Test
    void isUnprotected_onlyOfWhatStandsOpenInAProtectedArchive() throws IOException {
        ArchiveSession session = notes(Names.VISIBLE);
        assertThat(session.isUnprotected(entry(session, "dig/a.txt"))).isFalse();
        assertThat(session.isOnlyRead()).isFalse();
        assertThat(session.isSalvaged()).isFalse();
        close(session);
    }
}
