package app.lacuna.desktop.parts.handing;

import static org.assertj.core.api.Assertions.assertThat;

import app.lacuna.archive.Names;
import app.lacuna.archive.PackOptions;
import app.lacuna.archive.Protection;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import app.lacuna.common.Secret;
import app.lacuna.compression.Level;
import app.lacuna.compression.Method;
import app.lacuna.demo.mail.Fault;
import app.lacuna.demo.mail.SimulatedMail;
import app.lacuna.desktop.jobs.Lifetime;
import app.lacuna.desktop.jobs.ScriptedThreads;
import app.lacuna.exposure.Opener;
import app.lacuna.job.PackJob;
import app.lacuna.job.PackRequest;
import app.lacuna.job.PackResult;
import app.lacuna.mail.MailAccount;
import app.lacuna.mail.PartsKind;
import app.lacuna.opener.OpenerKind;
import app.lacuna.selection.SelectionScanner;
import app.lacuna.staging.Existing;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Handing over without a toolkit, against the service that is none. */
class HandingModelTest {
    private static final String PASSWORD = "slack-water-7";

    @TempDir Path folder;
    private final ScriptedThreads script = new ScriptedThreads(Long.getLong("threads.seed", 7));
    private final Lifetime life = script.life();
    private SimulatedMail service;
    private Optional<Secret> kept;

    @BeforeEach
    void start() throws IOException {
        service = new SimulatedMail(25_000_000);
        kept = Optional.of(Secret.takeOver(PASSWORD.toCharArray()));
    }

    @AfterEach
    void stop() {
        service.close();
    }

    private PackResult pack(Method method, String note) throws IOException {
        Path finds = Files.createDirectories(folder.resolve("finds"));
        Random chance = new Random(1);
        for (int i = 0; i < 8; i++) {
            byte[] noise = new byte[1_800_000];
            chance.nextBytes(noise);
            Files.write(finds.resolve("sherd-" + i + ".jpg"), noise);
        }
        PackRequest request =
                new PackRequest(
                        new SelectionScanner(CancelToken.never()).scan(List.of(finds)),
                        folder.resolve("winter.zip"),
                        new PackOptions(Protection.AES_256, Names.HIDDEN, method, Level.FAST, note),
                        Existing.REPLACE,
                        PackRequest.AfterPacking.PROVE);
        try (Secret secret = Secret.takeOver(PASSWORD.toCharArray())) {
            return new PackJob(
                            request,
                            Optional.of(secret),
                            ProgressListener.none(),
                            CancelToken.never())
                    .run();
        }
    }

    private MailModel mail(PackResult packed, OpenerModel opener) {
        MailFacts facts =
                new MailFacts(
                        packed,
                        Opener.AES_UNZIP,
                        opener.made(),
                        () -> kept.map(Secret::copy),
                        Optional.of(
                                new MailAccount(
                                        service.host(),
                                        service.port(),
                                        MailAccount.Security.NONE,
                                        "dig")));
        MailModel model = new MailModel(life, facts);
        model.open().set(true);
        model.to().set("finds@saltmarsh.example");
        model.from().set("dig@saltmarsh.example");
        model.account().password().text().set("dyke");
        return model;
    }

    private MailModel mail() throws IOException {
        PackResult packed = pack(Method.DEFLATE, "");
        return mail(packed, new OpenerModel(life, packed));
    }

    @Test
    void anOpenerPageIsMadeAndItsDigestKnown() throws IOException {
        OpenerModel opener = new OpenerModel(life, pack(Method.DEFLATE, ""));
        opener.make(OpenerKind.INSIDE);
        script.settle();
        assertThat(opener.made().get().orElseThrow().sha256()).hasSize(64);
        assertThat(folder.resolve("winter.html")).exists();
        opener.make(OpenerKind.INSIDE);
        script.settle();
        assertThat(opener.failure().get()).isPresent();
        assertThat(opener.isInTheWay()).isTrue();
        opener.replace();
        script.settle();
        assertThat(opener.failure().get()).isEmpty();
    }

    @Test
    void whatBrowsersDoNotReadGetsNoPage() throws IOException {
        assertThat(new OpenerModel(life, pack(Method.ZSTD, "")).isPossible()).isFalse();
    }

    @Test
    void draftsSayWhatIsWhereAndNeverThePassword() throws IOException {
        MailModel model = mail();
        model.limit().set(10_000_000);
        assertThat(model.fitsInOne()).isFalse();
        assertThat(model.text().get()).contains("each opens by itself", "another way");
        model.saveDrafts(false);
        script.settle();
        MailModel.Done done = model.done().get().orElseThrow();
        assertThat(done.drafts()).hasSizeBetween(2, 3).hasSize(done.contents().size());
        assertThat(done.contents().stream().flatMap(List::stream))
                .contains("finds/sherd-0.jpg", "finds/sherd-7.jpg");
        for (Path draft : done.drafts()) {
            String message = Files.readString(draft, StandardCharsets.US_ASCII);
            assertThat(message).contains("X-Unsent: 1").doesNotContain(PASSWORD, "sherd-");
        }
    }

    @Test
    void theTextFollowsWhatIsChosenUntilItIsWrittenInto() throws IOException {
        MailModel model = mail();
        String one = model.text().get();
        model.limit().set(10_000_000);
        String several = model.text().get();
        assertThat(several).isNotEqualTo(one);
        model.kind().set(PartsKind.NEED_EACH_OTHER);
        assertThat(model.text().get()).contains("save the parts");
        model.text().set("Dear all.");
        model.kind().set(PartsKind.OPEN_ALONE);
        assertThat(model.text().get()).isEqualTo("Dear all.");
    }

    @Test
    void aPasswordInTheTextOrTheHintIsSaidBefore() throws IOException {
        MailModel model = mail();
        model.text().set("It is Slack Water 7.");
        model.send(false);
        script.settle();
        assertThat(model.givesAway().get()).isTrue();
        assertThat(service.mailbox()).isEmpty();
        model.text().set("It comes another way.");
        assertThat(model.givesAway().get()).isFalse();
        model.send(false);
        script.settle();
        assertThat(service.mailbox()).hasSize(1);
        PackResult hinted = pack(Method.DEFLATE, "slack water and a number");
        MailModel other = mail(hinted, new OpenerModel(life, hinted));
        other.send(false);
        script.settle();
        assertThat(other.givesAway().get()).as("everybody reads the hint").isTrue();
        assertThat(service.mailbox()).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource({
        "TOO_LARGE, larger than it may be",
        "KIND_REFUSED, does not take this kind of attachment",
        "WRONG_LOGIN, does not take this user and password",
        "CONNECTION_LOST, broke before the message was complete",
        "NO_ANSWER, before the service answered"
    })
    void everyFaultIsSaidAndSendingAgainWorks(Fault fault, String words) throws IOException {
        MailModel model = mail();
        service.fail(fault);
        model.send(false);
        script.settle();
        assertThat(model.failure().get().orElseThrow().what()).contains(words);
        service.fail(Fault.NONE);
        model.send(false);
        script.settle();
        assertThat(model.failure().get()).isEmpty();
        assertThat(model.done().get().orElseThrow().taken()).isOne();
        assertThat(model.account().password().text().get()).as("not kept").isEmpty();
    }

    @Test
    void whatWasPreparedIsNotPreparedAgainWhenSendingFails() throws IOException {
        MailModel model = mail();
        model.limit().set(10_000_000);
        service.fail(Fault.WRONG_LOGIN);
        for (int i = 0; i < 3; i++) {
            model.send(false);
            script.settle();
            assertThat(model.failure().get()).isPresent();
            assertThat(model.done().get()).isEmpty();
        }
        service.fail(Fault.NONE);
        model.send(false);
        script.settle();
        MailModel.Done done = model.done().get().orElseThrow();
        assertThat(service.mailbox()).hasSize(done.count());
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there.filter(Files::isDirectory)).as("finds, and the parts").hasSize(2);
        }
    }

    @Test
    void withoutTheKeptPasswordItIsAskedForWherePartsNeedIt() throws IOException {
        MailModel model = mail();
        kept = Optional.empty();
        assertThat(model.needsPassword()).isFalse();
        model.limit().set(10_000_000);
        assertThat(model.needsPassword()).isTrue();
        model.saveDrafts(false);
        script.settle();
        assertThat(model.failure().get()).isPresent();
        model.archivePassword().text().set(PASSWORD);
        model.saveDrafts(false);
        script.settle();
        assertThat(model.done().get().orElseThrow().drafts()).isNotEmpty();
        assertThat(model.archivePassword().text().get()).isEmpty();
    }

    @Test
    void whatIsClosedForgetsItsPasswords() throws IOException {
        MailModel model = mail();
        model.open().set(false);
        assertThat(model.account().password().text().get()).isEmpty();
        try (Stream<Path> there = Files.list(folder)) {
            assertThat(there).as("nothing was written").hasSize(2);
        }
    }

    @Test
    void aPageThatWasMadeGoesWithIt() throws IOException {
        PackResult packed = pack(Method.DEFLATE, "");
        OpenerModel opener = new OpenerModel(life, packed);
        MailModel model = mail(packed, opener);
        long before = model.messageBytes();
        opener.make(OpenerKind.BESIDE);
        script.settle();
        assertThat(model.messageBytes()).isGreaterThan(before + 100_000);
        assertThat(model.text().get()).contains("open the page winter-opener.html");
        model.send(false);
        script.settle();
        String message = new String(service.mailbox().get(0).message(), StandardCharsets.US_ASCII);
        assertThat(message).contains("winter.zip", "winter-opener.html");
    }

    @Test
    void thePasswordIsReadOutAndForgottenAgain() {
        PassOnModel passOn = new PassOnModel(() -> kept.map(Secret::copy));
        passOn.readOut();
        assertThat(passOn.spelled().get()).hasSize(PASSWORD.length());
        assertThat(passOn.spelled().get().get(0).words()).isEqualTo("Sierra");
        passOn.isDone();
        assertThat(passOn.spelled().get()).isEmpty();
        assertThat(passOn.done().get()).isTrue();
        passOn.lock();
        assertThat(passOn.kept().get()).isTrue();
        kept = Optional.empty();
        passOn.lock();
        assertThat(passOn.kept().get()).isFalse();
    }
}
