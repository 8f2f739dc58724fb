package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.demo.burner.TrayDrive;
import app.lacuna.demo.drive.SimulatedDisc;
import app.lacuna.demo.drive.SimulatedDrive;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.shell.Services;
import app.lacuna.disc.DiscKind;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Labeled;
import javafx.scene.control.RadioButton;
import javafx.scene.control.TextField;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** The whole way from files to discs that have been read back, on a drive that is none. */
class DiscsWindowTest extends InWindow {
    private static final String SIZE = "4MB";
    private static final long SECTORS = 4_000_000 / DiscKind.SECTOR_BYTES;
    private static final String PASSWORD = "second hut";

    private SimulatedDrive drive;

    @Override
    Services outfit(Services usual) throws IOException {
        drive = new SimulatedDrive(Files.createTempDirectory(folder, "discs"));
        return usual.withDrive(new TrayDrive(drive));
    }

    private SimulatedDisc blank() throws IOException {
        return drive.blank(SECTORS);
    }

    private boolean isShown(String id) {
        return lookup(id).queryAll().stream().anyMatch(node -> node.isVisible());
    }

    private void fire(String id) throws TimeoutException {
        until(() -> lookup(id).tryQuery().isPresent(), id);
        interact(() -> lookup(id).queryAs(Button.class).fire());
    }

    private void fill(String word, String field, String text) throws TimeoutException {
        fire("#" + word);
        until(() -> lookup("#" + field).tryQuery().isPresent(), field);
        interact(() -> lookup("#" + field).queryAs(TextField.class).setText(text));
        fire("#" + field + "-take");
    }

    /** From the Pack place: what was prepared there goes on here, password and all. */
    private Path prepare() throws Exception {
        addStory();
        typePasswordTwice(PASSWORD);
        until(() -> pack.ready().get());
        fire("#brief-folder");
        fire("#folder-discs");
        until(() -> isShown("#discs-burn"));
        assertThat(pack.contents().selection().get().items()).isEmpty();
        fill("discs-label", "disc-label", "Saltmarsh!");
        fill("discs-kind", "disc-size", SIZE);
        Path out = Files.createTempDirectory(folder, "images");
        toFolder(out);
        until(() -> brief().contains("3 discs of 4 MB named SALTMARSH, names hidden"), brief());
        until(() -> !lookup("#discs-burn").queryAs(Button.class).isDisabled(), "ready");
        return out;
    }

    private void toFolder(Path out) throws TimeoutException {
        fire("#discs-folder");
        until(() -> lookup("#discs-folder-field").tryQuery().isPresent());
        interact(() -> lookup("#discs-folder-field").queryAs(TextField.class).setText(out + ""));
        fire("#discs-folder-take");
    }

    private String status() {
        return stripText(".foot");
    }

    private static Set<String> names(Path folder) throws IOException {
        Set<String> names = new TreeSet<>();
        try (Stream<Path> files = Files.list(folder)) {
            files.forEach(file -> names.add(file.getFileName().toString()));
        }
        return names;
    }

    @Tag("slow")
    @Test
    void discAfterDiscIsBurnedAndReadBack() throws Exception {
        Path out = prepare();
        picture("discs-plan");
        drive.stack(List.of(blank(), blank(), blank()));
        fire("#discs-burn");
        until(() -> drive.ejected().size() == 3, "three discs");
        until(() -> status().contains("All discs are burned"), status());
        assertThat(status()).contains("Write on it with a pen: SALTMARSH 3 of 3.");
        assertThat(names(out))
                .containsExactly("SALTMARSH_1.iso", "SALTMARSH_2.iso", "SALTMARSH_3.iso");
        for (int number = 1; number <= 3; number++) {
            assertThat(drive.ejected().get(number - 1).file())
                    .hasSameBinaryContentAs(out.resolve("SALTMARSH_" + number + ".iso"));
            assertThat(stripText("#disc-" + number)).contains("burned and read back");
        }
        assertThat(stripText("#disc-1")).contains("Opens alone: ").doesNotContain("photo");
        assertThat(stripText("#disc-3")).contains("for recovery");
        dialogs.files = List.of(out);
        fire("#save-covers");
        until(() -> Files.exists(out.resolve("SALTMARSH-covers.pdf")), "slips");
        picture("discs-done");
        fire("#discs-another");
        until(() -> brief().startsWith("Put nothing yet onto discs"));
        assertThat(lookup("#go-on-1").tryQuery()).isEmpty();

        interact(() -> desk.take(List.of(out.resolve("SALTMARSH_1.iso"))));
        typePassword(PASSWORD);
        until(() -> open.state().get() == OpenState.UNLOCKED);
        assertThat(open.session().listing().entries()).hasSizeGreaterThan(3);
        assertThat(lookup("#lock-anew").tryQuery()).isEmpty();
        interact(() -> open.session().extract().folder().set(folder.resolve("back")));
        interact(() -> open.session().extractAll());
        until(() -> open.session().extract().report().get().isPresent());
        assertThat(open.session().extract().report().get().get().isComplete()).isTrue();
    }

    /** What is wrong with the first disc. */
    private enum Fault {
        NOT_EMPTY("is not empty: HOLIDAYS is on it"),
        TOO_SMALL("is too small for SALTMARSH_1"),
        WRITING("Writing SALTMARSH_1 failed, and the disc is spoiled"),
        SCRATCHED("What was read back from SALTMARSH_1 is not what was written");

        private final String words;

        Fault(String words) {
            this.words = words;
        }

        SimulatedDisc of(SimulatedDrive drive) throws IOException {
            return switch (this) {
                case NOT_EMPTY -> drive.blank(SECTORS).written("HOLIDAYS");
                case TOO_SMALL -> drive.blank(300);
                case WRITING -> drive.blank(SECTORS).failsAt(500);
                case SCRATCHED -> drive.blank(SECTORS).scratch(400, 3);
            };
        }
    }

    private static boolean isSaidIn(Node strip, String words) {
        return strip.lookupAll(".label").stream()
                .anyMatch(label -> ((Labeled) label).getText().contains(words));
    }

    @Tag("slow")
    @ParameterizedTest
    @EnumSource
    void aBadDiscIsSaidAndCostsADisc(Fault fault) throws Exception {
        Path out = prepare();
        drive.insert(fault.of(drive));
        fire("#discs-burn");
        until(() -> stripText(".message").contains(fault.words), fault.words);
        picture("discs-fault-" + fault);
        Set<String> images = names(out);
        drive.eject();
        drive.insert(blank());
        drive.stack(List.of(blank(), blank()));
        fire("#discs-burn");
        until(() -> status().contains("All discs are burned"), status());
        assertThat(names(out)).isEqualTo(images);
        assertThat(lookup(".message").<Node>queryAll())
                .filteredOn(Node::isVisible)
                .noneMatch(strip -> isSaidIn(strip, fault.words));
    }

    @Tag("slow")
    @Test
    void itIsGoneOnWithAnotherDay() throws Exception {
        Path out = prepare();
        fire("#discs-burn");
        until(() -> stripText("#disc-1").contains("Put an empty disc in"), "asked for a disc");
        assertThat(drive.asked()).isEqualTo("SALTMARSH 1 of 3");
        drive.speed(2_500_000);
        drive.insert(blank());
        until(() -> lookup("#disc-progress").tryQuery().isPresent(), "burning");
        picture("discs-burning");
        fire("#stop-after-disc");
        until(() -> stripText("#disc-1").contains("burned and read back"), "first disc");
        until(() -> !lookup("#discs-burn").queryAs(Button.class).isDisabled(), "stopped");
        assertThat(drive.disc()).isEmpty();
        fire("#discs-another");
        until(() -> lookup("#go-on-1").tryQuery().isPresent());
        assertThat(lookup("#go-on-1").queryAs(Labeled.class).getText())
                .isEqualTo("SALTMARSH: 1 of 3 discs burned. Go on");
        fire("#go-on-1");
        until(() -> stripText("#disc-1").contains("burned and read back"));
        drive.speed(Long.MAX_VALUE);
        drive.stack(List.of(blank(), blank()));
        fire("#discs-burn");
        until(() -> status().contains("All discs are burned"), status());
        assertThat(drive.ejected().get(2).file())
                .hasSameBinaryContentAs(out.resolve("SALTMARSH_3.iso"));
        fire("#burn-again-2");
        until(() -> stripText("#disc-2").contains("waits for an empty disc"));
        drive.stack(List.of(blank()));
        fire("#discs-burn");
        until(() -> status().contains("All discs are burned"), status());
        assertThat(drive.ejected()).hasSize(4);
    }

    @Tag("slow")
    @Test
    void imagesAloneCanBeSaved() throws Exception {
        Path out = prepare();
        fire("#discs-images");
        until(() -> names(out).size() == 3, "images");
        until(() -> status().contains("3 images are written"), status());
        assertThat(drive.asked()).isEmpty();
        assertThat(stripText(".page")).contains("readable originals");
    }

    @Tag("slow")
    @Test
    void aLostDiscIsWorkedOutAndWhatIsBeyondThatIsSaid() throws Exception {
        Path out = prepare();
        fire("#discs-images");
        until(() -> status().contains("3 images are written"), status());
        fire("#discs-another");
        Path lost = out.resolve("SALTMARSH_1.iso");
        byte[] before = Files.readAllBytes(lost);
        Files.delete(lost);
        Path repaired = Files.createDirectory(out.resolve("repaired"));
        dialogs.folder = repaired;
        dialogs.files = List.of(out.resolve("SALTMARSH_3.iso"), out.resolve("SALTMARSH_2.iso"));
        fire("#discs-repair");
        until(() -> status().contains("Everything is there"), status());
        assertThat(stripText("#repair-lines")).contains("Disc 1", "there again, in a new image");
        assertThat(repaired.resolve("SALTMARSH_1.iso")).hasBinaryContent(before);
        picture("discs-repaired");
        fire("#discs-another");
        dialogs.files = List.of(out.resolve("SALTMARSH_3.iso"));
        fire("#discs-repair");
        until(() -> status().contains("Not everything could be repaired"), status());
        assertThat(stripText("#repair-lines")).contains("too few discs are left");
        fire("#discs-another");
        dialogs.files = List.of(story.get(2));
        fire("#discs-repair");
        until(() -> stripText("#repair-lines").contains("No recovery data can be found"), "none");
        dialogs.files = List.of(out.resolve("not there.iso"));
        fire("#discs-another");
        fire("#discs-repair");
        until(() -> stripText(".message").contains("nor a disc with one"), "failure");
    }

    @Tag("slow")
    @Test
    void aDiscThatIsMissingIsAskedForWhereAnArchiveLiesOverAll() throws Exception {
        Path out = prepare();
        fire("#discs-kind");
        until(() -> lookup("#disc-spread-TOGETHER").tryQuery().isPresent());
        interact(
                () -> lookup("#disc-spread-TOGETHER").queryAs(RadioButton.class).setSelected(true));
        fire("#discs-done");
        until(() -> stripText("#disc-lines").contains("A part of one archive"), "plan");
        until(() -> !lookup("#discs-images").queryAs(Button.class).isDisabled(), "ready");
        fire("#discs-images");
        until(() -> status().contains("3 images are written"), status());
        Path away = Files.createTempDirectory(folder, "away").resolve("SALTMARSH_2.iso");
        Files.move(out.resolve("SALTMARSH_2.iso"), away);
        interact(() -> desk.take(List.of(out.resolve("SALTMARSH_1.iso"))));
        until(() -> open.failure().get().isPresent(), "failure");
        assertThat(open.failure().get().get().what())
                .isEqualTo("Disc 2 of 3 of SALTMARSH is needed.");
        picture("discs-missing");
        dialogs.files = List.of(away);
        fire("#salvage-nothing");
        typePassword(PASSWORD);
        until(() -> open.state().get() == OpenState.UNLOCKED, "open");
        interact(() -> open.session().extract().folder().set(folder.resolve("together")));
        interact(() -> open.session().extractAll());
        until(() -> open.session().extract().report().get().isPresent());
        assertThat(open.session().extract().report().get().get().isComplete()).isTrue();
    }

    @Tag("slow")
    @Test
    void anArchiveThatIsPackedGoesOntoDiscs() throws Exception {
        packStory(PASSWORD);
        fire("#onto-discs");
        until(() -> isShown("#discs-images"));
        fill("discs-kind", "disc-size", SIZE);
        Path out = Files.createTempDirectory(folder, "images");
        toFolder(out);
        until(() -> !lookup("#discs-images").queryAs(Button.class).isDisabled(), "ready");
        fire("#discs-images");
        until(() -> status().contains("images are written"), status());
        assertThat(names(out)).hasSize(3);
    }
}
