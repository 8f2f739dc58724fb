package app.lacuna.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.lacuna.archive.Names;
import app.lacuna.archive.Protection;
import app.lacuna.common.Secret;
import app.lacuna.desktop.session.OpenArchive.Way;
import app.lacuna.desktop.support.Packed;
import app.lacuna.password.Slip;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

class LockedArchiveTest extends OnSession {
    private final List<LockedArchive.Unlocked> unlocked = new ArrayList<>();
    private Path file;
    private LockedArchive model;

    @BeforeEach
    void lock() throws IOException {
        file = Packed.notes(folder, Protection.AES_256, Names.VISIBLE);
        model = new LockedArchive(life.inner(), open(file, Way.USUAL), troubles, unlocked::add);
    }

    private void type(String password) {
        model.password().set(password);
        model.unlock();
        script.settle();
    }

    @Test
    void unlock_withTheRightPassword_handsItOnAndEmptiesTheField() {
        model.showing().set(true);
        type("hut");
        assertThat(unlocked).hasSize(1);
        assertThat(unlocked.get(0).slip()).isEmpty();
        assertThat(unlocked.get(0).archive().needsToBeUnlocked()).isFalse();
        assertThat(model.password().get()).isEmpty();
        assertThat(model.showing().get()).isFalse();
        unlocked.get(0).archive().close();
    }

    @Test
    void unlock_withAWrongOne_leavesItInTheFieldAndOffersVariants() {
        type("dune");
        assertThat(unlocked).isEmpty();
        assertThat(model.password().get()).isEqualTo("dune");
        assertThat(troubles.failure().get()).isPresent();
        assertThat(model.variants().offered().get()).isTrue();
    }

    @Test
    void unlock_withoutAPassword_doesNothing() {
        type("");
        assertThat(troubles.failure().get()).isEmpty();
        assertThat(model.variants().offered().get()).isFalse();
    }

    @Test
    void unlock_ofWhatWasCutMeanwhile_saysThat() throws IOException {
        Files.write(file, new byte[10]);
        type("hut");
        assertThat(unlocked).isEmpty();
        assertThat(troubles.failure().get()).isPresent();
        assertThat(troubles.offer().get()).isEqualTo(Offer.SALVAGE);
        assertThat(model.variants().offered().get()).isFalse();
    }

    @Test
    void tryVariants_findsALetterOfTheOtherCase() {
        type("HUT");
        model.tryVariants();
        script.settle();
        assertThat(unlocked).hasSize(1);
        assertThat(unlocked.get(0).slip()).contains(Slip.CAPS_LOCK);
        unlocked.get(0).archive().close();
    }

    @Test
    void tryVariants_ofWhatIsFarOff_findsNothing() {
        type("dune");
        model.tryVariants();
        script.settle();
        assertThat(unlocked).isEmpty();
        assertThat(model.variants().nothingFound().get()).isTrue();
        assertThat(model.variants().offered().get()).isFalse();
    }

    @Test
    void close_whileUnlocking_handsNothingOnAndWipesWhatWasTyped() {
        Secret typed = Packed.hut();
        model.unlock(typed);
        List<String> done = new ArrayList<>();
        model.close(() -> done.add("closed"));
        script.settle();
        assertThat(done).containsExactly("closed");
        assertThat(unlocked).isEmpty();
        assertThatThrownBy(typed::copy).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void close_afterItWasHandedOn_leavesTheArchiveOpen() {
        type("hut");
        model.close(() -> {});
        script.settle();
        OpenArchive archive = unlocked.get(0).archive();
        assertThat(archive.needsToBeUnlocked()).isFalse();
        archive.close();
    }
}
