package app.lacuna.desktop.window;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.demo.mail.Fault;
import app.lacuna.demo.mail.SimulatedMail;
import app.lacuna.desktop.places.open.OpenState;
import app.lacuna.desktop.places.pack.ForWhom;
import app.lacuna.desktop.shell.Services;
import app.lacuna.mail.MailAccount;
import app.lacuna.opener.OpenerKind;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.TimeoutException;
import java.util.stream.Stream;
import javafx.scene.Node;
import javafx.scene.control.ButtonBase;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.Clipboard;
import javafx.scene.input.KeyCode;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** From the brief to somebody who has a browser and a mailbox, and back from the mailbox. */
class HandingWindowTest extends InWindow {
    private static final String PASSWORD = "Hut-7 by the dyke";

    private SimulatedMail service;

    @Override
    Services outfit(Services usual) throws IOException {
        service = new SimulatedMail(30_000_000);
        return usual.withMail(
                new MailAccount(service.host(), service.port(), MailAccount.Security.NONE, "dig"));
    }

    @Override
    public void stop() {
        super.stop();
        service.close();
    }

    private void packForBrowsers(OpenerKind kind) throws TimeoutException {
        addStory();
        clickOn("#brief-whom").clickOn("#whom-WEB_BROWSER").clickOn("#page-" + kind);
        clickOn("#whom-done");
        assertThat(brief()).contains("for anyone with a web browser");
        assertThat(pack.names().get()).isEqualTo(Names.HIDDEN);
        interact(
                () -> {
                    pack.password().first().set(PASSWORD);
                    pack.password().second().set(PASSWORD);
                });
        until(() -> pack.ready().get());
        clickOn("#pack");
        until(() -> pack.packing().result().get().isPresent());
    }

    /** It may be further down than what is seen. */
    private void fire(String id) {
        interact(() -> ((ButtonBase) lookup(id).query()).fire());
    }

    private void type(String id, String text) {
        interact(() -> ((TextInputControl) lookup(id).query()).setText(text));
    }

    @Test
    void theBriefBringsAPageAndTheReceiptItsDigest() throws Exception {
        packForBrowsers(OpenerKind.BESIDE);
        until(() -> lookup("#opener-sha256").tryQuery().isPresent(), "the page");
        Path page = OpenerKind.BESIDE.nameFor(pack.target());
        assertThat(page).exists();
        assertThat(text("#opener-sha256").replace(" ", "")).matches("[0-9a-f]{64}");
        fire("#opener-INSIDE");
        until(() -> Files.exists(OpenerKind.INSIDE.nameFor(pack.target())), "the other page");
        clickOn("#open-packed");
        until(() -> open.state().get() == OpenState.UNLOCKED);
    }

    @Tag("slow")
    @Test
    void everyFaultOfAMailServiceIsSeen() throws Exception {
        packForBrowsers(OpenerKind.INSIDE);
        fire("#receipt-mail-open");
        type("#mail-to", "finds@saltmarsh.example");
        fire("#mail-send"); // asks for the service
        type("#mail-from", "dig@saltmarsh.example");
        for (Fault fault :
                List.of(
                        Fault.TOO_LARGE,
                        Fault.KIND_REFUSED,
                        Fault.WRONG_LOGIN,
                        Fault.CONNECTION_LOST,
                        Fault.NO_ANSWER)) {
            service.fail(fault);
            type("#mail-service-password", "dyke");
            fire("#mail-send");
            until(() -> lookup("#mail-failure").tryQuery().isPresent(), fault.toString());
            assertThat(text("#mail-failure")).as(fault.toString()).hasSizeGreaterThan(60);
            interact(() -> lookup("#mail-failure").query().setId("seen"));
        }
        service.empty();
        service.fail(Fault.NONE);
        type("#mail-service-password", "dyke");
        fire("#mail-send");
        until(() -> lookup("#mail-done").tryQuery().isPresent(), "being sent");
        String message = new String(service.mailbox().get(0).message(), StandardCharsets.US_ASCII);
        assertThat(message).contains(".html").doesNotContain(PASSWORD, "diary");
        assertThat(stripText("#receipt-mail")).contains("Sent by e-mail");
    }

    @Tag("slow")
    @Test
    void aPasswordInTheMessageIsSaidBeforeItGoes() throws Exception {
        packForBrowsers(OpenerKind.INSIDE);
        fire("#receipt-mail-open");
        type("#mail-text", "Here it is. hut 7 by the dyke!");
        fire("#mail-drafts");
        assertThat(stripText("#mail-panel")).contains("has the password in it");
        try (Stream<Path> there = Files.list(outbox)) {
            assertThat(there).noneMatch(Files::isDirectory);
        }
        fire("#mail-all-the-same");
        until(() -> lookup("#mail-done").tryQuery().isPresent(), "the drafts");
    }

    @Tag("slow")
    @Test
    void thePasswordIsReadOutUntilEverythingIsLocked() throws Exception {
        packForBrowsers(OpenerKind.INSIDE);
        fire("#pass-on-read");
        assertThat(stripText("#pass-on-panel"))
                .contains("capital Hotel", "hyphen", "seven", "blank");
        press(KeyCode.CONTROL).type(KeyCode.L).release(KeyCode.CONTROL);
        settle();
        assertThat(stripText("#pass-on-panel")).as("locked").doesNotContain("Hotel");
        assertThat(stripText("#receipt-pass-on")).contains("no longer kept here");
        assertThat(lookup("#pass-on-slip").tryQuery()).isEmpty();
    }

    @Test
    void aTextForAMessengerIsCopiedAndTheStepStaysOpenUntilItIsDone() throws Exception {
        packForBrowsers(OpenerKind.INSIDE);
        fire("#pass-on-read");
        fire("#pass-on-text");
        interact(
                () ->
                        assertThat(Clipboard.getSystemClipboard().getString())
                                .contains(PASSWORD)
                                .contains(pack.name().get()));
        fire("#pass-on-done");
        assertThat(stripText("#receipt-pass-on")).contains("was passed on");
        Node panel = lookup("#pass-on-panel").query();
        assertThat(panel.isVisible()).isFalse();
        assertThat(stripText("#pass-on-panel")).doesNotContain("Hotel");
    }

    @Tag("slow")
    @Test
    void nobodyElseNeedsNeitherPageNorWay() throws Exception {
        interact(() -> pack.form().choose(ForWhom.MYSELF));
        packStory(PASSWORD);
        assertThat(lookup("#receipt-opener").tryQuery()).isEmpty();
        assertThat(lookup("#receipt-pass-on").tryQuery()).isEmpty();
        assertThat(lookup("#receipt-mail").tryQuery()).isPresent();
    }

    @Tag("slow")
    @Test
    void messagesThatAreDroppedBecomeTheArchiveAgain() throws Exception {
        packStory(PASSWORD);
        fire("#receipt-mail-open");
        fire("#mail-drafts");
        until(() -> lookup("#mail-done").tryQuery().isPresent(), "the drafts");
        List<Path> drafts = new ArrayList<>();
        try (Stream<Path> all = Files.walk(outbox)) {
            all.filter(file -> file.toString().endsWith(".eml")).forEach(drafts::add);
        }
        assertThat(drafts).isNotEmpty();
        Path inbox = Files.createTempDirectory(folder, "inbox");
        List<Path> moved = new ArrayList<>();
        for (Path draft : drafts) {
            moved.add(Files.move(draft, inbox.resolve(draft.getFileName())));
        }
        Collections.reverse(moved);
        interact(() -> desk.take(moved));
        until(() -> open.state().get() == OpenState.LOCKED, "the archive");
        openedFrom(inbox);
        Path noise = Files.writeString(inbox.resolve("noise.z01"), "only a part");
        interact(() -> desk.take(List.of(noise)));
        until(() -> open.failure().get().isPresent(), "the trouble");
    }

    private void openedFrom(Path inbox) throws TimeoutException {
        assertThat(open.recent().archives().get(0).archive().startsWith(inbox)).isTrue();
    }
}
