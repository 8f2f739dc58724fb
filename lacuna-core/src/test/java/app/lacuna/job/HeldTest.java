package app.lacuna.job;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import app.lacuna.archive.zip.TestTrees;
import app.lacuna.clearing.Register;
import app.lacuna.common.CancelToken;
import app.lacuna.common.ProgressListener;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledOnOs;
import org.junit.jupiter.api.condition.OS;
import org.junit.jupiter.api.io.TempDir;

/**
 * Stops the process in the middle of publishing, after the link and before the temporary name goes,
 * and kills it there: both names are one file then. The system's tracer holds it.
 */
@EnabledOnOs(OS.LINUX)
class HeldTest {
    private static final String A_MINUTE = "60000000";

    @TempDir Path folder;
    private Path dig;
    private Path work;
    private Path state;

    @BeforeEach
    void make() throws IOException, InterruptedException {
        assumeTrue(canTrace(), "tracing is not allowed here");
        dig = TestTrees.dig(folder);
        work = Files.createDirectory(folder.resolve("work"));
        state = folder.resolve("state");
    }

    private static boolean canTrace() throws InterruptedException {
        try {
            Process process = new ProcessBuilder("strace", "-o", "/dev/null", "true").start();
            return process.waitFor() == 0;
        } catch (IOException e) {
            return false;
        }
    }

    @Tag("slow")
    @Test
    void archiveStaysWholeWhenThePackingProcessDiesBetweenItsTwoNames() throws Exception {
        Process tracer = startHeldAfterLinking();
        try {
            Path archive = linkedTwice();

            killBelow(tracer);
            byte[] before = Files.readAllBytes(archive);
            Register.start(state);

            assertThat(archive).as("not overwritten").hasBinaryContent(before);
            assertThat(Files.getAttribute(archive, "unix:nlink")).isEqualTo(1);
            try (var reader = Jobs.open(archive, "ebb")) {
                VerifyJob verify =
                        new VerifyJob(reader, ProgressListener.none(), CancelToken.never());
                assertThat(verify.run(Optional.empty()).archiveIsWhole()).isTrue();
            }
        } finally {
            killBelow(tracer);
        }
    }

    private Process startHeldAfterLinking() throws IOException {
        List<String> command =
                new ArrayList<>(
                        List.of("strace", "-f", "-qq", "-o", folder.resolve("trace").toString()));
        command.addAll(List.of("-e", "trace=link,linkat"));
        command.addAll(List.of("-e", "inject=link,linkat:delay_exit=" + A_MINUTE));
        command.add(Path.of(System.getProperty("java.home"), "bin/java").toString());
        command.addAll(List.of("-XX:TieredStopAtLevel=1", "-XX:-UsePerfData"));
        command.addAll(List.of("-cp", System.getProperty("java.class.path")));
        command.add(PackUntilKilled.class.getName());
        command.addAll(List.of(state.toString(), dig.toString(), work.toString()));
        return new ProcessBuilder(command)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    private Path linkedTwice() throws Exception {
        for (int i = 0; i < 600; i++) {
            try (Stream<Path> all = Files.list(work)) {
                for (Path path : all.filter(p -> p.toString().endsWith(".zip")).toList()) {
                    assertThat(Files.getAttribute(path, "unix:nlink"))
                            .as("held between the link and the end of the other name")
                            .isEqualTo(2);
                    return path;
                }
            }
            Thread.sleep(100);
        }
        throw new AssertionError("no archive was published");
    }

    private static void killBelow(Process tracer) throws InterruptedException {
        List<ProcessHandle> below = tracer.descendants().toList();
        below.forEach(ProcessHandle::destroyForcibly);
        tracer.destroyForcibly().waitFor(20, TimeUnit.SECONDS);
        for (ProcessHandle process : below) {
            for (int i = 0; i < 200 && hasThreads(process.pid()); i++) {
                Thread.sleep(100);
            }
        }
    }

    /** Nobody may wait for a process whose tracer has gone, so that its entry stays. */
    private static boolean hasThreads(long process) {
        try (Stream<Path> threads = Files.list(Path.of("/proc/" + process + "/task"))) {
            List<Path> all = threads.toList();
            return all.size() > 1
                    || all.size() == 1
                            && !Files.readString(all.get(0).resolve("stat")).contains(") Z ");
        } catch (IOException gone) {
            return false;
        }
    }
}
